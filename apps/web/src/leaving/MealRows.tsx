import type { HandOver } from '@hatch-book/contract'
import type { Figures } from '../shell/figures'

/** Meals as they were offered, one a line. */
export function MealRows({ meals, figures }: { meals: HandOver['meals']; figures: Figures }) {
  return (
    <table className="plain-table small">
      <tbody>
        {meals.map((m, i) => (
          <tr key={i}>
            <td>{figures.day(m.on)}</td>
            <td>{m.outcome}</td>
            <td>{m.prey}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
