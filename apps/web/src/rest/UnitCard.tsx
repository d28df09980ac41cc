import { times } from '@hatch-book/core'
import type { UnitPage, UnitRow } from '@hatch-book/contract'
import { Link } from 'react-router'
import { withDays } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { useUnit } from './queries'
import { NoCurve, UnitChart } from './UnitChart'

/** As high as the curve of a card, px. */
const CURVE = 96

export const VERDICTS = {
  go: { mark: '✓', says: 'Go', className: 'good' },
  'no-go': { mark: '■', says: 'No-go', className: 'bad' },
  'not yet': { mark: '◐', says: 'Not proved yet', className: 'warm' },
} as const

/** The bands a unit has to keep: those of all who are in it or are to be, else that of the way of resting nearest to it. */
export function bandsOf({
  proofs,
  sleepers,
  planned,
}: UnitPage): { for: string; low: number; high: number }[] {
  const own = sleepers.length + planned.length > 0 ? proofs : proofs.slice(0, 1)
  return own.map((p) => ({ for: p.for, ...p.bandC }))
}

/** A unit at a glance: go or no-go, its curve against the band, what to do. */
export function UnitCard({ unit }: { unit: UnitRow }) {
  const figures = useFigures()
  const { data: page } = useUnit(unit.id)
  const proof = page?.proofs[0]
  const alarm = unit.alarms[0]
  // Of an empty one on trial it is said for whom it would or would not do.
  const shown = page?.verdict ?? (page?.judged.of === 'trial' ? proof?.verdict : null) ?? null
  const verdict = shown && VERDICTS[shown]
  const whom = page?.verdict === null && proof ? ` for ${proof.for}` : ''
  return (
    <article
      className={`card ${alarm || shown === 'no-go' ? 'trouble' : ''}`}
      aria-label={`Unit ${unit.name}`}
    >
      <div className="between">
        <h3 className="flush">
          <Link to={`/rest/units/${unit.id}`} className="as-text">
            {unit.name}
          </Link>
        </h3>
        {alarm ? (
          <strong className="bad">■ {alarm.kind}</strong>
        ) : (
          verdict && (
            <strong className={verdict.className}>
              {verdict.mark} {verdict.says}
              {whom}
            </strong>
          )
        )}
      </div>
      <p className="small quiet below-4">
        {unit.sleepers > 0 ? `${unit.sleepers} resting in it` : 'empty'}
        {page && page.planned.length > 0 && `, ${page.planned.length} planned for it`}, set to{' '}
        {figures.celsius(unit.setPointC)}
        {unit.lastC !== null && `, now ${figures.celsius(unit.lastC)}`}
      </p>
      {!page && <NoCurve height={CURVE} />}
      {page && proof && proof.looks === null && (
        <UnitChart
          probeId={unit.probeId}
          from={page.judged.from}
          to={page.judged.to}
          bands={bandsOf(page)}
          height={CURVE}
          small
        />
      )}
      {page && shown === null && !alarm && (
        <p className="small quiet flush">
          {proof
            ? `${proof.looks ? `${inShort(proof, figures.celsius)}. ` : ''}No animals are planned for it yet. Open it to see which of yours it would suit.`
            : 'None of your animals need a rest. It is judged once animals are planned for it.'}
        </p>
      )}
      {alarm ? (
        <p className="flush">
          {alarm.says}. <strong>{alarm.todo.split('. ')[0]}.</strong>
        </p>
      ) : (
        proof &&
        shown !== null && (
          <p className="small flush">
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
  const range = `${celsius(proof.minC)} to ${celsius(proof.maxC!)}`
  // What was seen now and then is no share of the time.
  const seen = proof.looks
    ? `Seen ${times(proof.looks.times)}, ${range}`
    : `${range}, ${(100 * proof.inBand).toFixed(1)} % in the band for ${proof.for}`
  return open ? `${seen}; ${open.change}` : seen
}
