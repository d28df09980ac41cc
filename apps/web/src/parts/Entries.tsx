import type { Entry } from '@hatch-book/contract'
import { blindOf, canBeWrittenAgain, entryInWords, mayStrike, tradeOf } from '@hatch-book/core'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { useLog, type ToWrite } from '../shell/log'
import { useMay, useSession } from '../shell/session'
import { CorrectEntry } from './CorrectEntry'
import { StrikeEntry } from './StrikeEntry'
import css from './identity.module.css'

/** Whether it can be written otherwise here: what the program wrote, or what is partly kept from this reader, cannot. */
const mayBeCorrected = ({ kind }: Entry, { seesBuyers }: { seesBuyers: boolean }): boolean =>
  canBeWrittenAgain(kind) && blindOf(kind).length === 0 && (tradeOf(kind).length === 0 || seesBuyers)

/** Entries, newest first. What is struck out stays readable and can be written again; what stands can be struck out with a reason. */
export function EntryList({
  entries,
  withSubject = false,
  most,
}: {
  entries: readonly Entry[]
  withSubject?: boolean
  most?: number
}) {
  const figures = useFigures()
  const may = useMay()
  const { role } = useSession().member
  const mayTouch = (e: Entry) => may.write && !e.struckBy && mayStrike(role, e)
  const { write } = useLog()
  const writeAgain = ({ kind, subject, payload, at, precision }: Entry) =>
    write(
      // What is kept from its reader is no part of a kind that can be written again.
      [{ kind, subject: { type: subject.type, id: subject.id }, payload, at, precision } as ToWrite],
      'Written again',
    )
  const [target, setTarget] = useState<Entry | null>(null)
  const [wrong, setWrong] = useState<Entry | null>(null)
  const shown = entries.filter((e) => withSubject || e.kind !== 'struck').slice(0, most)
  if (shown.length === 0) return <p className="quiet">Nothing is written yet.</p>
  return (
    <>
      <ul className="lines">
        {shown.map((e) => (
          <li key={e.id} className={e.struckBy ? 'struck' : ''}>
            <div className="between">
              <span>
                <span className="when">
                  {e.precision === 'day' ? figures.instant(e.at).split(',')[0] : figures.instant(e.at)}
                </span>
                {withSubject && <span className="tag">{e.subject.tag} </span>}
                {entryInWords(e, figures)}
                {e.struckBy && (
                  <span className={`small ${css.unstruck}`}>
                    &nbsp;· struck by {e.struckBy.by}
                    {e.struckBy.reason && `: ${e.struckBy.reason}`}
                  </span>
                )}
              </span>
              <span
                className="small quiet nowrap"
                title={`written ${figures.instant(e.recordedAt)}${e.device ? `, on ${e.device}` : ''}`}
              >
                {e.by}
                {may.write && e.struckBy && canBeWrittenAgain(e.kind) && (
                  <>
                    {' · '}
                    <button
                      type="button"
                      className="plain"
                      aria-label={`write again: ${entryInWords(e, figures)}`}
                      onClick={() => void writeAgain(e)}
                    >
                      write again
                    </button>
                  </>
                )}
                {mayTouch(e) && mayBeCorrected(e, may) && (
                  <>
                    {' · '}
                    <button
                      type="button"
                      className="plain"
                      aria-label={`correct: ${entryInWords(e, figures)}`}
                      onClick={() => setWrong(e)}
                    >
                      correct
                    </button>
                  </>
                )}
                {mayTouch(e) && e.kind !== 'struck' && (
                  <>
                    {' · '}
                    <button
                      type="button"
                      className="plain"
                      aria-label={`strike out: ${entryInWords(e, figures)}`}
                      onClick={() => setTarget(e)}
                    >
                      strike
                    </button>
                  </>
                )}
              </span>
            </div>
          </li>
        ))}
      </ul>
      {wrong && <CorrectEntry key={wrong.id} entry={wrong} onDone={() => setWrong(null)} />}
      {target && <StrikeEntry key={target.id} entry={target} onDone={() => setTarget(null)} />}
    </>
  )
}
