import { times } from '@hatch-book/core'
import type { Proof } from '@hatch-book/contract'
import { useFigures } from '../shell/figures'

/** The figures behind the curve. */
export function UnitFigures({ proofs }: { proofs: readonly Proof[] }) {
  const figures = useFigures()
  const p = proofs[0]
  if (!p || p.minC === null) return null
  if (p.looks) return <SeenFigures proof={p} looks={p.looks} />
  const rows: [string, string][] = [
    ['logged', `${p.days.toFixed(1)} days, ${(100 * p.coverage).toFixed(1)} % of it`],
    ['lowest, highest', `${figures.celsius(p.minC)}, ${figures.celsius(p.maxC)}`],
    ['mean over time', figures.celsius(p.meanC, 2)],
    ['in the band', `${(100 * p.inBand).toFixed(2)} %`],
    [
      'longest outside',
      p.longest
        ? `${p.longest.hours.toFixed(1)} h ${p.longest.side}, to ${figures.celsius(p.longest.peakC)}, ${figures.instant(new Date(p.longest.from).toISOString())}`
        : 'never',
    ],
    [
      'compressor',
      p.cycle
        ? `one turn in ${p.cycle.periodHours.toFixed(1)} h, ${figures.degrees(p.cycle.swingC)} each way, ${p.cycle.cycles} turns seen`
        : 'no rhythm to be seen',
    ],
    [
      'drift',
      p.driftPerWeekC === null
        ? 'too short to tell'
        : Math.abs(p.driftPerWeekC) < 0.05
          ? 'none to speak of'
          : `${figures.degrees(Math.abs(p.driftPerWeekC))} a week ${p.driftPerWeekC < 0 ? 'down' : 'up'}`,
    ],
  ]
  return <FigureTable label="Figures of the log" rows={rows} />
}

/** The figures of a thermometer that somebody reads. */
function SeenFigures({ proof: p, looks }: { proof: Proof; looks: NonNullable<Proof['looks']> }) {
  const figures = useFigures()
  const rows: [string, string][] = [
    ['seen', `${times(looks.times)} in ${p.days.toFixed(1)} days`],
    ['lowest, highest', `${figures.celsius(p.minC)}, ${figures.celsius(p.maxC)}`],
    ['mean of the looks', figures.celsius(p.meanC)],
    ['between the looks', looks.extremes === looks.times ? 'lowest and highest are known' : 'not measured'],
  ]
  return <FigureTable label="Figures of the looks" rows={rows} />
}

function FigureTable({ label, rows }: { label: string; rows: readonly (readonly [string, string])[] }) {
  return (
    <table className="plain-table upto-620" aria-label={label}>
      <tbody>
        {rows.map(([what, figure]) => (
          <tr key={what}>
            <th scope="row">{what}</th>
            <td className="fig">{figure}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
