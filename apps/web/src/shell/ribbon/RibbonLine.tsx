import { seasonApi, type Season } from '@hatch-book/contract'
import { addDays, daysBetween, type Day } from '@hatch-book/core'
import { useMemo, type ReactNode } from 'react'
import { Link } from 'react-router'
import { useAsk } from '../api'
import { useFigures } from '../figures'
import css from '../frame/frame.module.css'
import { marksOf } from './Lane'
import { PHASES, type Mark } from './phaseLook'
import { useRibbon, isOpenOver } from './ribbonStore'

const HEIGHT = 20
const MONTHS_SEEN = 14

/** The season in one quiet line: the day, its stretches one over the other, who hatches next. A click opens it. */
export function RibbonLine({ page, day, children }: { page: string; day: ReactNode; children?: ReactNode }) {
  const { data } = useAsk(seasonApi.season)
  const { hidden, open, setOpen } = useRibbon()
  const isOpen = isOpenOver(page, open)
  const marks = useMemo(() => data?.lanes.flatMap((lane) => marksOf(lane, hidden)) ?? [], [data, hidden])
  return (
    <div className={`${css.line} no-print`}>
      <span>{day}</span>
      <svg className={css.strip} viewBox={`0 0 1000 ${HEIGHT}`} preserveAspectRatio="none" aria-hidden>
        {data && !isOpen && <Strip season={data} marks={marks} />}
      </svg>
      <span className={css.next}>{data && <NextHatch marks={marks} today={data.today} />}</span>
      <button
        type="button"
        className="plain"
        aria-expanded={isOpen}
        aria-controls="season"
        onClick={() => setOpen(page, !isOpen)}
      >
        season {isOpen ? '▴' : '▾'}
      </button>
      {children}
    </div>
  )
}

function Strip({ season, marks }: { season: Season; marks: readonly Mark[] }) {
  const days = Math.round(MONTHS_SEEN * 30.4)
  const x = (day: Day) => (daysBetween(season.from, day) / days) * 1000
  return (
    <>
      {marks.map(({ phase, from, to }, i) =>
        phase ? (
          <rect
            key={i}
            x={x(from)}
            y={HEIGHT - 4 - PHASES[phase.name].h}
            width={Math.max(2, x(to) - x(from))}
            height={PHASES[phase.name].h}
            fill={`var(--${PHASES[phase.name].colour})`}
            opacity={0.3}
          />
        ) : null,
      )}
      {marks.map(({ hill }, i) => {
        if (!hill || hill.of !== 'hatching') return null
        const highest = Math.max(0.02, ...hill.shares)
        const points = hill.shares.map(
          (share, d) => `${x(addDays(hill.from, d))},${HEIGHT - 4 - (share / highest) * (HEIGHT - 8)}`,
        )
        const end = x(addDays(hill.from, hill.shares.length))
        return (
          <path
            key={i}
            d={`M${x(hill.from)},${HEIGHT - 4}L${points.join('L')}L${end},${HEIGHT - 4}Z`}
            fill="var(--moss)"
            opacity={0.8}
          />
        )
      })}
      <rect x={x(season.today) - 1} y={0} width={2} height={HEIGHT} fill="var(--clay)" />
    </>
  )
}

/** Who hatches next, and between which days. */
function NextHatch({ marks, today }: { marks: readonly Mark[]; today: Day }) {
  const figures = useFigures()
  const next = marks
    .filter(({ hill }) => hill?.of === 'hatching' && hill.window.to >= today)
    .sort((a, b) => (a.hill!.window.from < b.hill!.window.from ? -1 : 1))[0]
  if (!next) return null
  const { label, window } = next.hill!
  return (
    <>
      next hatch{' '}
      <Link to={next.opens} className="tag">
        {label}
      </Link>{' '}
      {figures.span(window)}
    </>
  )
}
