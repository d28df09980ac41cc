import { counted } from '@hatch-book/core'
import type { DueMeal } from '@hatch-book/contract'
import { useFigures } from '../shell/figures'

/** Supplements by the words one says. */
export const POWDERS: Record<string, string> = {
  Ca: 'calcium',
  CaD: 'calcium and D3',
  MV: 'multivitamin',
  o: 'no powder',
}

/** What to take along: prey by its size, and the powders. */
export function ToBring({ meals }: { meals: readonly DueMeal[] }) {
  const figures = useFigures()
  const byPrey = new Map<
    string,
    { least: number; most: number; animals: number; grams: number | null; counted: boolean }
  >()
  for (const m of meals) {
    const kept = byPrey.get(m.prey) ?? { least: 0, most: 0, animals: 0, grams: null, counted: false }
    byPrey.set(m.prey, {
      least: kept.least + (m.each?.least ?? 1),
      most: kept.most + (m.each?.most ?? 1),
      animals: kept.animals + 1,
      // Leaves and mixes are not counted out.
      counted: kept.counted || m.each !== null || m.grams !== null,
      grams: m.grams ? (kept.grams ?? 0) + m.grams.typical : kept.grams,
    })
  }
  const powders = new Map<string, number>()
  for (const m of meals)
    if (m.supplement && m.supplement.supplement !== 'o')
      powders.set(m.supplement.supplement, (powders.get(m.supplement.supplement) ?? 0) + 1)
  return (
    <article className="card small-card above-16" aria-label="To bring">
      <h2>To thaw and count out</h2>
      <table className="plain-table">
        <tbody>
          {[...byPrey].map(([prey, c]) => (
            <tr key={prey}>
              <td className="fig right w-76">
                {c.counted
                  ? c.least === c.most
                    ? Math.round(c.least)
                    : `${Math.round(c.least)}–${Math.round(c.most)}`
                  : ''}
              </td>
              <td>
                {prey}
                {c.grams !== null && (
                  <span className="small quiet">, about {figures.grams(c.grams / c.animals)} each</span>
                )}
              </td>
              <td className="small quiet right nowrap">{counted(c.animals, 'animal')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {powders.size > 0 && (
        <p className="small above-8">
          Dust: {[...powders].map(([p, n]) => `${POWDERS[p]} for ${n}`).join(', ')}
        </p>
      )}
    </article>
  )
}
