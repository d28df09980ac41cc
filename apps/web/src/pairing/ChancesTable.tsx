import type { AssignProblem, OrderedPedigree } from '@hatch-book/core'
import { useMemo, type ReactNode } from 'react'
import type { Scene } from './queries'
import { reckonAll } from './reckon'
import type { SeasonBody } from './seasonProblem'
import { fraction, percent } from './words'
import css from './kin.module.css'

/** Chance per young of the one that is wanted, and kinship, for every pair of the plan. */
export function ChancesTable({
  scene,
  pedigree,
  body,
  problem,
  picked,
  onPick,
  onGive,
}: {
  scene: Scene
  pedigree: OrderedPedigree
  body: SeasonBody
  problem: AssignProblem
  picked: string | null
  onPick(female: string): void
  /** A female is given a male by hand; null for whoever only looks. */
  onGive: ((female: string, male: string) => void) | null
}) {
  const byId = useMemo(() => new Map(scene.mates.map((m) => [m.id, m])), [scene])
  const females = problem.females.flatMap((f) => byId.get(f.id) ?? [])
  const males = problem.males.flatMap((m) => byId.get(m.id) ?? [])
  const { wanted } = body.settings
  const cells = useMemo(
    () => reckonAll(scene, pedigree, females, males, wanted),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the problem names them
    [scene, pedigree, problem, wanted],
  )
  if (females.length === 0 || males.length === 0) return <p className="empty">No pair is in this plan yet.</p>
  return (
    <div>
      <h2>
        {wanted ? 'Chance per egg of the one you are after, and F of the young' : 'Inbreeding F of the young'}
      </h2>
      <div className="scroll-x">
        <table className={css.heat} aria-label="Chances and kinship">
          <thead>
            <tr>
              <th aria-label="female" />
              {males.map((m) => (
                <th key={m.id} scope="col" className="tag">
                  {m.tag}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {females.map((female, f) => (
              <tr key={female.id} className={female.id === picked ? 'picked' : ''}>
                <th scope="row">
                  <button type="button" className="plain tag" onClick={() => onPick(female.id)}>
                    {female.tag}
                  </button>
                </th>
                {males.map((male, m) => {
                  const { inbreeding, chance, harms } = cells[f]![m]!
                  const pair = problem.pairs.find((p) => p.female === female.id && p.male === male.id)
                  return (
                    <td
                      key={male.id}
                      className={pair?.forbidden ? css.far : ''}
                      style={
                        // What may not be paired is not shaded as a good chance: its words keep their contrast.
                        chance && !pair?.forbidden
                          ? {
                              background: `color-mix(in srgb, var(--moss) ${Math.min(26, Math.round(chance * 60))}%, transparent)`,
                            }
                          : undefined
                      }
                      title={pair?.forbidden}
                    >
                      <Cell
                        says={`give ${female.tag} ${male.tag}`}
                        onGive={onGive && (() => onGive(female.id, male.id))}
                      >
                        {wanted && <b className="fig">{fraction(chance ?? 0)}</b>}{' '}
                        <span className="fig small">F {percent(inbreeding).replace(' %', '')}</span>
                        {harms.length > 0 && <span aria-label="harms"> ✕</span>}
                      </Cell>
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="small quiet">
        F in per cent; a framed pair is one the plan does not make.
        {onGive && ' Press a pair to give her that male.'}
      </p>
    </div>
  )
}

/** A pair's figures; pressed, they become the plan. */
function Cell({
  says,
  onGive,
  children,
}: {
  says: string
  onGive: (() => void) | null
  children: ReactNode
}) {
  if (!onGive) return children
  return (
    <button type="button" className="plain cell" title={says} onClick={onGive}>
      <span className="unseen">{says}: </span>
      {children}
    </button>
  )
}
