import { seasonApi, type Season } from '@hatch-book/contract'
import { addDays, dayNumber, daysBetween, type Day } from '@hatch-book/core'
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react'
import { useLocation, useNavigate, useSearchParams } from 'react-router'
import { useAsk } from '../api'
import { LANE, Lane, NAMES, marksOf, useMarkWords } from './Lane'
import { Legend } from './Legend'
import { Patterns, type Drawn, type LaneOf, type Mark } from './phaseLook'
import { useRibbon } from './ribbonStore'
import { useView } from './useView'
import css from './ribbon.module.css'

/** More lines than this are scrolled. */
const MOST_LANES = 6
const TOP = 20
const PAGE_DAYS = 30
const LEAST_MONTH_PIXELS = 22
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
/** Pages that show only what is of the line that is picked. */
const FILTERED = ['/animals', '/readiness', '/pairing', '/incubation', '/rearing', '/leaving']

/**
 * The season round today: a lane per line, a pattern per phase, hatch windows as hills of probability, today as a plumb
 * line. Dragging scrolls, two fingers or + and - change its width, a click on a stretch opens it, a click on a line filters the
 * page below. By keyboard it is one stop: arrows walk along lanes and stretches, Enter opens.
 */
export function Ribbon() {
  const { data } = useAsk(seasonApi.season)
  const { height, setHeight } = useRibbon()
  const [width, setWidth] = useState(1140)
  const box = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.max(500, entry!.contentRect.width)))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  useEffect(() => {
    if (data && box.current && box.current.offsetHeight > 0) setHeight(box.current.offsetHeight)
  }, [data, setHeight])
  return (
    <div className={css.ribbon} id="season" ref={box} style={data ? undefined : { height }}>
      {data && <Lanes season={data} width={width} />}
    </div>
  )
}

function Lanes({ season, width }: { season: Season; width: number }) {
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const [params, setParams] = useSearchParams()
  const { hidden } = useRibbon()
  const words = useMarkWords()
  const { view, drag, dragged, move, zoom, show, home, isHome } = useView(width - NAMES, NAMES)
  const [focus, setFocus] = useState({ lane: 0, mark: '' })
  const [looked, setLooked] = useState<{ lane: LaneOf; mark: Mark } | null>(null)
  const svg = useRef<SVGSVGElement>(null)
  const { lanes, today } = season
  const marks = useMemo(() => lanes.map((lane) => marksOf(lane, hidden)), [lanes, hidden])
  const there = useMemo(
    () => new Set<Drawn>(lanes.flatMap((l) => marksOf(l, []).map((m) => m.drawn))),
    [lanes],
  )
  const from = addDays(season.from, view.shift)
  const x = (day: Day) => NAMES + ((dayNumber(day) - dayNumber(from)) / view.days) * (width - NAMES)
  const height = TOP + Math.max(1, lanes.length) * LANE + 3
  const line = params.get('line')
  // A lane or a stretch that is gone leaves the focus on what is there.
  const at = {
    lane: Math.min(focus.lane, Math.max(0, lanes.length - 1)),
    mark: marks[focus.lane]?.some((m) => m.key === focus.mark) ? focus.mark : '',
  }

  const filterBy = (name: string) => {
    if (dragged()) return
    const next = new URLSearchParams(params)
    if (line === name) next.delete('line')
    else next.set('line', name)
    if (FILTERED.includes(pathname)) setParams(next)
    else void navigate(`/animals?${next.toString()}`)
  }
  const goTo = (lane: number, mark: string) => {
    setFocus({ lane, mark })
    const found = marks[lane]?.find((m) => m.key === mark)
    if (found) show(daysBetween(season.from, found.from), daysBetween(season.from, found.to))
    const name = lanes[lane]?.line
    // Once the view has been drawn anew.
    requestAnimationFrame(() =>
      [...(svg.current?.querySelectorAll<SVGElement>('[data-mark]') ?? [])]
        .find((e) => e.dataset.mark === mark && e.closest<SVGElement>('[data-lane]')?.dataset.lane === name)
        ?.focus(),
    )
  }
  const onKeyDown = (e: KeyboardEvent) => {
    const along = marks[at.lane] ?? []
    const i = along.findIndex((m) => m.key === at.mark)
    const mark = along[i]
    const middle = mark ? daysBetween(season.from, mark.from) : daysBetween(season.from, today)
    const acts: Record<string, () => void> = {
      ArrowDown: () => goTo(Math.min(lanes.length - 1, at.lane + 1), ''),
      ArrowUp: () => goTo(Math.max(0, at.lane - 1), ''),
      ArrowRight: () => goTo(at.lane, along[Math.min(along.length - 1, i + 1)]?.key ?? ''),
      ArrowLeft: () => goTo(at.lane, i <= 0 ? '' : along[i - 1]!.key),
      Home: () => goTo(at.lane, along[0]?.key ?? ''),
      End: () => goTo(at.lane, along.at(-1)?.key ?? ''),
      Enter: () => (mark ? void navigate(mark.opens) : lanes[at.lane] && filterBy(lanes[at.lane]!.line)),
      PageUp: () => move(-PAGE_DAYS),
      PageDown: () => move(PAGE_DAYS),
      '+': () => zoom(false, middle),
      '-': () => zoom(true, middle),
      '0': home,
    }
    const act = e.ctrlKey || e.metaKey || e.altKey ? undefined : acts[e.key]
    if (!act) return
    e.preventDefault()
    e.stopPropagation()
    act()
  }
  return (
    <>
      {/* Many lines scroll in their own strip: the page below keeps its room. */}
      <div className={css.lanes} style={{ maxHeight: TOP + MOST_LANES * LANE + 3 }}>
        <svg
          ref={svg}
          height={height}
          role="group"
          aria-label="Season ribbon"
          onKeyDown={onKeyDown}
          onBlur={() => setLooked(null)}
          {...drag}
        >
          <Patterns />
          <Calendar from={from} days={view.days} x={x} height={height} />
          {lanes.map((lane, i) => (
            <Lane
              key={lane.line}
              {...{ lane, marks: marks[i]!, x, width, y: TOP + i * LANE, picked: line === lane.line }}
              at={at.lane === i ? at.mark : null}
              onFilter={() => filterBy(lane.line)}
              onOpen={(mark) => !dragged() && void navigate(mark.opens)}
              onLook={(mark) => setLooked(mark && { lane, mark })}
            />
          ))}
          {lanes.length === 0 && (
            <text className="says" x={NAMES} y={TOP + 15}>
              The season draws itself here once animals rest, pair or lay.
            </text>
          )}
          <Today at={x(today)} height={height} />
        </svg>
      </div>
      <Legend there={there} says={looked ? words(looked.lane, looked.mark) : ''}>
        {!isHome && (
          <button type="button" className="plain" onClick={home}>
            back to today
          </button>
        )}
      </Legend>
    </>
  )
}

function Today({ at, height }: { at: number; height: number }) {
  if (at < NAMES) return null
  return (
    <>
      <line x1={at} x2={at} y1={4} y2={height} stroke="var(--clay)" strokeWidth={1.6} pointerEvents="none" />
      <path d={`M${at - 4.5} 2h9l-4.500 7z`} fill="var(--clay)" />
    </>
  )
}

function Calendar({
  from,
  days,
  x,
  height,
}: {
  from: Day
  days: number
  x(day: Day): number
  height: number
}) {
  const marks: Day[] = []
  for (
    let day = `${from.slice(0, 7)}-01`;
    daysBetween(from, day) < days;
    day = `${addDays(day, 32).slice(0, 7)}-01`
  )
    if (day >= from) marks.push(day)
  const wide = marks.length < 2 || x(marks[1]!) - x(marks[0]!) > LEAST_MONTH_PIXELS
  return marks.map((day) => (
    <g key={day}>
      <line x1={x(day)} x2={x(day)} y1={16} y2={height} stroke="var(--rule)" />
      {wide && (
        <text x={x(day) + 4} y={13}>
          {MONTHS[Number(day.slice(5, 7)) - 1]}
          {day.slice(5, 7) === '01' ? ` ${day.slice(2, 4)}` : ''}
        </text>
      )}
    </g>
  ))
}
