import type { OffFoodView } from '@hatch-book/contract'
import type { FemaleSign } from '@hatch-book/core'
import { listed } from '../parts/sentence'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import css from './list.module.css'

const percent = (chance: number) => `${Math.round(chance * 100)} %`
const MOST_ASKED = 3
/** Causes less likely than this are named without their reasons. */
const WORTH_A_WORD = 0.08

/** Why she may have stopped eating, what speaks for it, and what to look at to tell. */
export function OffFood({ animalId, tag, advice }: { animalId: string; tag: string; advice: OffFoodView }) {
  const may = useMay()
  const { write } = useLog()
  const say = (sign: FemaleSign, seen: boolean) =>
    void write(
      [{ kind: 'looked at', subject: { type: 'animal', id: animalId }, payload: { sign, seen } }],
      `${tag}: ${sign} ${seen ? 'seen' : 'not seen'}`,
    )
  return (
    <section className="card now above-16" aria-label="Off her food">
      <h2>Off her food: why?</h2>
      {advice.explanations.map((e) => (
        <div key={e.cause} className={css.cause}>
          <div className="between">
            <strong>{e.cause}</strong>
            <span className="fig">{percent(e.chance)}</span>
          </div>
          <div className="bar" aria-hidden>
            <i style={{ width: `${e.chance * 100}%` }} />
          </div>
          {e.chance >= WORTH_A_WORD && (
            <div className="small">
              {e.speaksFor.length > 0 && <>For it: {listed(e.speaksFor)}. </>}
              {e.speaksAgainst.length > 0 && (
                <span className="quiet">Against it: {listed(e.speaksAgainst)}. </span>
              )}
              <span>If so: {e.then}.</span>
            </div>
          )}
        </div>
      ))}
      {may.write && advice.ask.length > 0 && (
        <>
          <h3 className="above-12">Look at her: what would tell most</h3>
          <ul className="lines">
            {advice.ask.slice(0, MOST_ASKED).map(({ sign }) => (
              <li key={sign} className="between">
                <span>{sign}?</span>
                <span className="keys">
                  <button type="button" onClick={() => say(sign, true)}>
                    seen
                  </button>
                  <button type="button" onClick={() => say(sign, false)}>
                    not seen
                  </button>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="small quiet">
        This is a keeper’s judgement, not a diagnosis. If she looks unwell, ask a vet.
      </p>
    </section>
  )
}
