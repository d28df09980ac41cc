import { counted } from '@hatch-book/core'
import { useEffect, useMemo, useState } from 'react'
import { useFigures } from './figures'
import { useLog } from './log'
import { useReadWithoutAnswer } from './readAge'
import { drop, isWaiting, sendKept, tryAgain, useOutbox, type Act, type Who } from './outbox'
import { useSession } from './session'
import css from './alerts.module.css'
import { Dialog } from './Dialog'

const TRY_MS = 5000

/** Sends what was kept as soon as the server answers again. */
function useSending(): Who {
  const { book, member } = useSession()
  const who = useMemo(() => ({ bookId: book.id, memberId: member.id }), [book.id, member.id])
  const waiting = useOutbox((s) => s.acts.some((a) => isWaiting(a, who)))
  useEffect(() => {
    if (!waiting) return
    const send = () => void sendKept(who)
    send()
    const timer = setInterval(send, TRY_MS)
    window.addEventListener('online', send)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', send)
    }
  }, [waiting, who])
  return who
}

/** How old what is shown is while nobody answers, what this device keeps meanwhile, and what the server would not take. Nothing is shown while all is well. */
export function OutboxBar() {
  const who = useSending()
  const { acts, twice } = useOutbox()
  const readAt = useReadWithoutAnswer()
  const figures = useFigures()
  const [open, setOpen] = useState(false)
  const refused = acts.filter((a) => a.refused !== '')
  const waiting = acts.filter((a) => isWaiting(a, who))
  const others = acts.length - refused.length - waiting.length
  const entries = waiting.reduce((n, a) => n + a.entries.length, 0)
  if (acts.length + twice.length === 0 && readAt === null) return null
  return (
    <div className={`${css.outbox} no-print`} role="status" aria-label="Kept on this device">
      {readAt !== null && (
        <span>
          <strong>No signal.</strong> What you see was read {figures.instant(new Date(readAt).toISOString())}.
        </span>
      )}
      {waiting.length > 0 && (
        <span>
          {readAt === null && <strong>No signal.</strong>} {counted(entries, 'entry is', 'entries are')} kept
          on this device and sent by themselves.
        </span>
      )}
      {others > 0 && <span>{others} kept here by somebody who has signed out.</span>}
      {refused.length > 0 && <span className="bad">{refused.length} not taken by the server.</span>}
      {twice.length > 0 && <span className="warm">{twice.length} written by somebody else as well.</span>}
      {acts.length + twice.length > 0 && (
        <button type="button" className="plain" onClick={() => setOpen(true)}>
          look
        </button>
      )}
      <Dialog open={open} onCancel={() => setOpen(false)} footer={null} title="Kept on this device">
        <WrittenTwice />
        <ul className="lines">
          {acts.map((a) => (
            <KeptAct key={a.id} act={a} who={who} />
          ))}
        </ul>
      </Dialog>
    </div>
  )
}

function KeptAct({ act, who }: { act: Act; who: Who }) {
  const figures = useFigures()
  const [sure, setSure] = useState(false)
  const own = act.bookId === who.bookId && act.memberId === who.memberId
  return (
    <li>
      <div className="between">
        <span>
          {act.says} <span className="small quiet">{figures.instant(act.madeAt)}</span>
        </span>
        <span className="nowrap small">
          {act.refused !== '' && (
            <button type="button" className="plain" onClick={() => void tryAgain(act.id, who)}>
              try again
            </button>
          )}{' '}
          <button type="button" className="plain" onClick={() => (sure ? void drop(act.id) : setSure(true))}>
            {sure ? 'yes, throw it away' : 'throw away'}
          </button>
        </span>
      </div>
      {act.refused !== '' && <p className="bad small">{act.refused}</p>}
      {!own && <p className="small quiet">Waits until its writer signs in on this device.</p>}
    </li>
  )
}

/** Two wrote the same while one had no signal: both stand until somebody says which is one too many. */
function WrittenTwice() {
  const twice = useOutbox((s) => s.twice)
  const { strike } = useLog()
  if (twice.length === 0) return null
  const settled = (id: string) =>
    useOutbox.setState((s) => ({ twice: s.twice.filter((t) => t.mine.id !== id) }))
  return (
    <ul className="lines" aria-label="Written twice">
      {twice.map((t) => (
        <li key={t.mine.id}>
          <div className="between">
            <span>
              {t.says}: {t.by} wrote that as well.
            </span>
            <span className="nowrap small">
              <button
                type="button"
                className="plain"
                onClick={() =>
                  void strike([t.mine], 'written twice', `Taken back: ${t.says}`).then(
                    (done) => done && settled(t.mine.id),
                  )
                }
              >
                take mine back
              </button>{' '}
              <button type="button" className="plain" onClick={() => settled(t.mine.id)}>
                both are right
              </button>
            </span>
          </div>
        </li>
      ))}
    </ul>
  )
}
