import type { UnitPage, UnitRow } from '@hatch-book/contract'
import { Link } from 'react-router'
import { withDays } from '../parts/Reasons'
import { useFigures } from '../shell/figures'
import { useUnit } from './queries'
import { UnitChart } from './UnitChart'

export const VERDICTS = {
  go: { mark: '✓', says: 'Go', className: 'good' },
  'no-go': { mark: '■', says: 'No-go', className: 'bad' },
  'not yet': { mark: '◐', says: 'Not proved yet', className: 'warm' },
} as const

/** The band a unit has to keep: that of the way of resting nearest to it, or where several sleep in it what all of them bear. */
export function bandOf({ proofs, sleepers }: UnitPage): { low: number; high: number } {
  const bands = sleepers.length > 0 ? proofs.map((p) => p.bandC) : proofs.slice(0, 1).map((p) => p.bandC)
  if (bands.length === 0) return { low: 0, high: 1 }
  return { low: Math.max(...bands.map((b) => b.low)), high: Math.min(...bands.map((b) => b.high)) }
}

/** A unit at a glance: go or no-go, its curve against the band, what to do. */
export function UnitCard({ unit }: { unit: UnitRow }) {
  const figures = useFigures()
  const { data: page } = useUnit(unit.id)
  const proof = page?.proofs[0]
  const alarm = unit.alarms[0]
  const verdict = proof && VERDICTS[proof.verdict]
  return (
    <article
      className={`card ${alarm || proof?.verdict === 'no-go' ? 'trouble' : ''}`}
      aria-label={`Unit ${unit.name}`}
    >
      <div className="between">
        <h3 style={{ margin: 0 }}>
          <Link to={`/brumation/units/${unit.id}`} style={{ color: 'inherit', textDecoration: 'none' }}>
            {unit.name}
          </Link>
        </h3>
        {alarm ? (
          <strong className="bad">■ {alarm.kind}</strong>
        ) : (
          verdict && (
            <strong className={verdict.className}>
              {verdict.mark} {verdict.says}
            </strong>
          )
        )}
      </div>
      <p className="small quiet" style={{ marginBottom: 2 }}>
        {unit.sleepers > 0 ? `${unit.sleepers} asleep in it` : 'empty'}, set to{' '}
        {figures.celsius(unit.setPointC)}
        {unit.lastC !== null && `, now ${figures.celsius(unit.lastC)}`}
      </p>
      {page && proof && (
        <UnitChart
          probeId={unit.probeId}
          from={page.judged.from}
          to={page.judged.to}
          band={bandOf(page)}
          height={96}
          small
        />
      )}
      {alarm ? (
        <p style={{ margin: 0 }}>
          {alarm.says}. <strong>{alarm.todo.split('. ')[0]}.</strong>
        </p>
      ) : (
        proof && (
          <p className="small" style={{ margin: 0 }}>
            {proof.verdict === 'no-go' ? (
              <strong>{proof.advice.says}</strong>
            ) : (
              withDays(inShort(proof, figures.celsius), figures.day)
            )}
          </p>
        )
      )}
    </article>
  )
}

type Proof = NonNullable<ReturnType<typeof useUnit>['data']>['proofs'][number]

function inShort(proof: Proof, celsius: (c: number) => string): string {
  if (proof.minC === null) return 'Nothing is logged yet: bring in its log, or let its probe speak.'
  const open = proof.reasons.find((r) => r.standing === 'unknown')
  const seen = `${celsius(proof.minC)} to ${celsius(proof.maxC!)}, ${(100 * proof.inBand).toFixed(1)} % in the band for ${proof.for}`
  return open ? `${seen}; ${open.change}` : seen
}
