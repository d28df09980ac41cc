import { seasonApi, type Season } from '@hatch-book/contract'
import { daysBetween, type Day } from '@hatch-book/core'
import { useMemo, type ReactNode } from 'react'
import { Link } from 'react-router'
import { useAsk } from '../api'
import { useFigures } from '../figures'
import css from '../frame/frame.module.css'
import { marksOf } from './Lane'
import { highestOf, hillPath, LEADS, PHASES, type Mark } from './phaseLook'
import { isOpenOver, useRibbon } from './ribbonStore'
import { WIDEST } from './useView'

const HEIGHT = 20
/** Where its stretches and hills stand. */
const FOOT = 16

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
      <span className={css.next}>{data && <NextHatch season={data} />}</span>
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
  const x = (day: Day) => (daysBetween(season.from, day) / WIDEST) * 1000
  return (
    <>
      {marks.map(({ phase, from, to }, i) =>
        phase ? (
          <rect
            key={i}
            x={x(from)}
            y={FOOT - PHASES[phase.name].h}
            width={Math.max(2, x(to) - x(from))}
            height={PHASES[phase.name].h}
            fill={`var(--${PHASES[phase.name].colour})`}
            opacity={0.3}
          />
        ) : null,
      )}
      {marks.map(({ hill }, i) =>
        hill?.of === 'hatching' ? (
          <path
            key={i}
            d={hillPath(hill, x, FOOT, FOOT - 4, highestOf([hill]))}
            fill="var(--moss)"
            opacity={0.8}
          />
        ) : null,
      )}
      <rect x={x(season.today) - 1} y={0} width={2} height={HEIGHT} fill="var(--clay)" />
    </>
  )
}

/** Who hatches next, and between which days; whatever of the season is left undrawn. */
function NextHatch({ season: { lanes, today } }: { season: Season }) {
  const figures = useFigures()
  const when = ({ window: { from, to }, label }: { window: { from: Day; to: Day }; label: string }) =>
    `${from} ${to} ${label}`
  const next = lanes
    .flatMap(({ hills }) => hills)
    .filter(({ of, window }) => of === 'hatching' && window.to >= today)
    .sort((a, b) => when(a).localeCompare(when(b)))[0]
  if (!next) return null
  return (
    <>
      next hatch{' '}
      <Link to={LEADS[next.subject.room] + next.subject.id} className="tag">
        {next.label}
      </Link>{' '}
      {figures.span(next.window)}
    </>
  )
}
