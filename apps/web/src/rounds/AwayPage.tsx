import { addDays, daysBetween, type WorkItem, kindsOf, counted } from '@hatch-book/core'
import { DatePicker } from 'antd'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { listed } from '../parts/sentence'
import { useMay } from '../shell/session'
import { useAbsence, useAway, type Away } from './away'
import { SitterAccount } from './SitterAccount'
import css from './away.module.css'

const chanceInWords = (chance: number) => (chance > 0.98 ? 'surely' : `${Math.round(chance * 100)} %`)

/** Going away: what moves, what needs a visit on the fewest days, what hatches meanwhile, and the sheet for the sitter. */
export function AwayPage() {
  const { from, to, never, today, query, change } = useAbsence()
  const { away, error } = useAway()
  const may = useMay()
  return (
    <section className="page">
      <PageHead title="Away">
        <DatePicker.RangePicker
          aria-label="Away from and to"
          allowClear={false}
          format="D MMM YYYY"
          value={[dayjs(from), dayjs(to)]}
          disabledDate={(d) => d.format('YYYY-MM-DD') <= today}
          onChange={(days) => {
            const [first, last] = days ?? []
            if (first && last)
              change({ from: first.format('YYYY-MM-DD'), to: last.format('YYYY-MM-DD'), never })
          }}
        />
        <Link
          className={css.buttonLike}
          to={`/round/away/sheet?${query || new URLSearchParams({ from, to }).toString()}`}
        >
          The sitter’s sheet
        </Link>
      </PageHead>
      {error && <p className="note bad">{error.message}</p>}
      {away && (
        <>
          <Summary away={away} />
          <Days
            away={away}
            onToggle={(day) =>
              change({
                from,
                to,
                never: never.includes(day) ? never.filter((d) => d !== day) : [...never, day],
              })
            }
          />
          <div className="columns wider-left above-16">
            <Visits away={away} />
            <div>
              <Meanwhile away={away} />
              <NotBefore away={away} />
              <LayIn away={away} />
              <LeftOut away={away} />
              {may.run && <SitterAccount from={from} to={to} />}
            </div>
          </div>
          <Moved away={away} />
        </>
      )}
    </section>
  )
}

function Summary({ away: { absence, plan } }: { away: Away }) {
  const figures = useFigures()
  const visited = plan.visits.reduce((n, v) => n + v.items.length, 0)
  const all = plan.before.length + plan.after.length + visited + plan.impossible.length + plan.left.length
  if (all === 0) return <p className="note">Nothing is due on these days.</p>
  const [before, after] = [plan.before.length, plan.after.length]
  const parts = [
    before > 0 && `${before} can be done before`,
    after > 0 && `${after} can wait until you are back`,
    plan.left.length > 0 && `${plan.left.length} can be skipped`,
    visited > 0 && `${visited} ${visited === 1 ? 'needs' : 'need'} somebody`,
  ].filter((part) => part !== false)
  return (
    <p className="lead">
      Of {counted(all, 'piece')} of work that {all === 1 ? 'falls' : 'fall'} due from{' '}
      {figures.span({ from: absence.from, to: absence.to })}
      {parts.length > 0 && `, ${listed(parts)}`}
      {visited > 0 && (
        <>
          {' '}
          on <strong>{counted(plan.visits.length, 'day')}</strong>: no plan has fewer
        </>
      )}
      .
      {plan.impossible.length > 0 && (
        <span className="bad"> {plan.impossible.length} cannot be done on any day that is left.</span>
      )}
    </p>
  )
}

/** The days of the absence: those with a visit, and those on which nobody can come. */
function Days({ away: { absence, plan }, onToggle }: { away: Away; onToggle(day: string): void }) {
  const figures = useFigures()
  const visits = new Map(plan.visits.map((v) => [v.day, v.items.length]))
  const days = Array.from({ length: daysBetween(absence.from, absence.to) + 1 }, (_, i) =>
    addDays(absence.from, i),
  )
  return (
    <>
      <div className={css.awayDays} role="group" aria-label="Days of the absence">
        {days.map((day) => {
          const shut = absence.never?.includes(day)
          const count = visits.get(day)
          return (
            <button
              key={day}
              type="button"
              className={shut ? css.shut : count ? css.visit : ''}
              aria-pressed={shut}
              aria-label={`${figures.day(day)} ${shut ? '×, nobody can come' : count ? `${counted(count, 'task')} on a visit` : '·, no visit'}`}
              onClick={() => onToggle(day)}
            >
              <span className="small">{figures.day(day)}</span>{' '}
              <strong className="fig">{shut ? '×' : (count ?? '·')}</strong>
            </button>
          )
        })}
      </div>
      <p className="small quiet">
        Each figure is a visit, with its number of tasks. Press a day on which nobody can come, and the visits
        are planned again.
      </p>
    </>
  )
}

function Line({ item, day }: { item: WorkItem; day?: string }) {
  const figures = useFigures()
  return (
    <li className="between" title={item.why}>
      <span>
        <span className="tag">{item.subject.name}</span> {item.says}
      </span>
      <span className="small quiet nowrap">{day ? figures.day(day) : `due ${figures.day(item.due)}`}</span>
    </li>
  )
}

function Visits({ away: { plan } }: { away: Away }) {
  const figures = useFigures()
  return (
    <section aria-label="Visits">
      <h2>Visits</h2>
      {plan.visits.length === 0 && (
        <p className="quiet">{plan.impossible.length > 0 ? 'Nobody can come.' : 'No visits are needed.'}</p>
      )}
      {plan.visits.map((v) => (
        <details key={v.day} className={css.visitDay}>
          <summary>
            <strong>{figures.day(v.day)}</strong> {counted(v.items.length, 'task')}:{' '}
            <span className="quiet">{kindsOf(v.items)}</span>
          </summary>
          <ul className="lines small">
            {v.items.map((i) => (
              <Line key={i.id} item={i} />
            ))}
          </ul>
        </details>
      ))}
      {plan.impossible.length > 0 && (
        <>
          <h2 className="bad">Not covered</h2>
          <ul className="lines small">
            {plan.impossible.map((i) => (
              <Line key={i.id} item={i} />
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

function Meanwhile({ away: { meanwhile } }: { away: Away }) {
  const figures = useFigures()
  return (
    <section aria-label="Meanwhile">
      <h2>What hatches or emerges meanwhile</h2>
      {meanwhile.length === 0 && <p className="quiet">Nothing that is expected.</p>}
      <ul className="lines small">
        {meanwhile.map((m) => (
          <li key={`${m.name}${m.likely}`} className="between">
            <span>
              <span className="tag">{m.name}</span> {m.says}, likely {figures.day(m.likely)}
            </span>
            <strong className="nowrap">{chanceInWords(m.chance)}</strong>
          </li>
        ))}
      </ul>
    </section>
  )
}

function NotBefore({ away: { notBefore } }: { away: Away }) {
  if (notBefore.length === 0) return null
  return (
    <section aria-label="Not before" className="above-16">
      <h2>Better not begun before you go</h2>
      <ul className="lines small">
        {notBefore.map((i) => (
          <Line key={i.id} item={i} />
        ))}
      </ul>
    </section>
  )
}

function LayIn({ away: { layIn, absence } }: { away: Away }) {
  const figures = useFigures()
  if (layIn.length === 0) return null
  return (
    <section aria-label="To lay in" className="above-16">
      <h2>To lay in by {figures.day(addDays(absence.from, -1))}</h2>
      <ul className="lines small">
        {layIn.map(({ what, count }) => (
          <li key={what} className="between">
            <span>{what}</span>
            <span className="fig">{count}</span>
          </li>
        ))}
      </ul>
      <p className="small quiet">Enough for the work before you leave and on the visits.</p>
    </section>
  )
}

/** What is skipped without harm while nobody is here. */
function LeftOut({ away: { plan } }: { away: Away }) {
  if (plan.left.length === 0) return null
  return (
    <section aria-label="Skipped" className="above-16">
      <h2>Skipped while you are away</h2>
      <p className="small">{kindsOf(plan.left)}. Your protocols allow it.</p>
    </section>
  )
}

/** Work that its tolerance moves out of the absence. */
function Moved({ away: { plan } }: { away: Away }) {
  return (
    <div className="columns halves above-16">
      {(
        [
          ['Done before', plan.before],
          ['Waits until you are back', plan.after],
        ] as const
      ).map(([title, moved]) => (
        <section key={title} aria-label={title}>
          <h2>
            {title} ({moved.length})
          </h2>
          <ul className={`lines small ${css.tall}`} tabIndex={0}>
            {moved.slice(0, 200).map((w) => (
              <Line key={w.item.id} item={w.item} day={w.on} />
            ))}
          </ul>
        </section>
      ))}
    </div>
  )
}
