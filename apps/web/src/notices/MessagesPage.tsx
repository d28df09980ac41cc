import { times } from '@hatch-book/core'
import { noticesApi, type BackgroundJob, type Message, type Ways } from '@hatch-book/contract'
import { withDays } from '../parts/sentence'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'
import { ChoiceForm } from './ChoiceForm'
import { DevicesCard } from './DevicesCard'
import css from './notices.module.css'
import { NotYet } from '../parts/NotYet'

/** By what messages leave the server, in words. */
function saysWays({ mail, pushKey }: Ways): string {
  if (mail && pushKey) return 'Messages go to each member’s mailbox, and to the phones they choose.'
  if (mail) return 'Messages go to each member’s mailbox.'
  if (pushKey) return 'Messages go to the phones and browsers that members choose.'
  return 'Messages are only shown here: this server was given no mail server and no push keys.'
}

/** What left the book for its members' phones and mailboxes, and what each wants to be told of. */
export function MessagesPage() {
  const asked = useAsk(noticesApi.list)
  const { data } = asked
  const { book } = useSession()
  if (!data) return <NotYet of={asked} page />
  return (
    <section className="page">
      <div className="head">
        <h1>Messages</h1>
        <span className="quiet">
          {book.demoDay
            ? 'The demo’s outbox is a stand-in: it collects messages and sends nothing.'
            : saysWays(data.ways)}
        </span>
      </div>
      <div className="columns with-side">
        <div>
          {data.messages.length === 0 && (
            <p className="empty">
              Nothing was sent. When a place is too warm or too cold, a probe falls silent, or work comes up
              that must not be missed, its keepers are told here.
            </p>
          )}
          <ul className="lines" aria-label="Messages">
            {data.messages.map((m) => (
              <MessageLine key={m.id} message={m} />
            ))}
          </ul>
        </div>
        <div className={`in-rows gap-12 ${css.fromTop}`}>
          <ChoiceForm choice={data.choice} />
          {!book.demoDay && <DevicesCard ways={data.ways} />}
          <JobsCard jobs={data.jobs} />
        </div>
      </div>
    </section>
  )
}

/** What became of a message that waits no longer. Another program may have taken it, and what that did with it is not known here. */
function saysTaken({ takenBy, refused }: Message): string {
  if (refused) return `✕ not sent: ${refused}`
  return takenBy === '' || takenBy === 'the outbox' ? '✓ taken by the outbox' : `✓ sent by ${takenBy}`
}

function MessageLine({ message: m }: { message: Message }) {
  const figures = useFigures()
  const waits =
    m.tellFrom > m.at ? `◐ waits for the end of quiet hours, ${figures.instant(m.tellFrom)}` : '◐ waits'
  return (
    <li>
      <div className="between">
        <span>
          <span className="when">{figures.instant(m.at)}</span>
          <strong>{m.subject}</strong> <span className="quiet">to {m.to}</span>
        </span>
        <span className={`small ${m.refused ? 'bad' : m.takenAt ? 'good' : 'warm'}`}>
          {m.takenAt ? saysTaken(m) : waits}
        </span>
      </div>
      {m.body.split('\n').map((line, i) => (
        <div key={`${i} ${line}`}>{withDays(line, figures.day)}</div>
      ))}
    </li>
  )
}

/** What the program does by itself in this book: a reminder that fails must not fail in silence. */
function JobsCard({ jobs }: { jobs: readonly BackgroundJob[] }) {
  const figures = useFigures()
  return (
    <section className="card" aria-label="Background work">
      <h2>Background work</h2>
      <ul className="lines">
        {jobs.map(({ name, lastSuccess, lastFailure, failures }) => (
          <li key={name}>
            <div>{name}</div>
            {failures > 0 ? (
              <div className="small bad">
                ✕ Failed {times(failures)}, last {figures.instant(lastFailure!)}. It is tried again by itself.
              </div>
            ) : (
              <div className="small quiet">
                {lastSuccess
                  ? `✓ Last run ${figures.instant(lastSuccess)}`
                  : 'Not run yet since the program started'}
              </div>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
