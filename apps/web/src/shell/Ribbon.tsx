import type { Season } from '@hatch-book/contract'
import { addDays, dayNumber, daysBetween, type Day, type PhaseName } from '@hatch-book/core'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useId, useRef, useState } from 'react'
import { useLocation, useNavigate, useSearchParams } from 'react-router'
import { api } from './api'
import { useFigures } from './figures'

const DAYS = 425
const NAMES = 128
const LANE = 21
/** More lines than this are scrolled. */
const MOST_LANES = 6
const TOP = 20
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
/** Each phase its own row in the lane, colour and pattern: how high it stands and how thick it is. */
const PHASES: Record<PhaseName, { y: number; h: number; colour: string }> = {
  rest: { y: 9, h: 8, colour: 'slate' },
  warming: { y: 13, h: 4, colour: 'slate' },
  pairing: { y: 10, h: 6, colour: 'plum' },
  laying: { y: 5, h: 4, colour: 'plum' },
  incubating: { y: 9, h: 8, colour: 'yolk' },
  rearing: { y: 15, h: 3, colour: 'moss' },
}
const SAYS: Record<PhaseName, string> = {
  rest: 'rest',
  warming: 'warming',
  pairing: 'pairing',
  laying: 'look for eggs',
  incubating: 'incubating',
  rearing: 'rearing',
}
const LEADS: Record<Season['lanes'][number]['phases'][number]['subject']['room'], string> = {
  animals: '/animals/',
  pairing: '/pairing/',
  incubation: '/incubation/',
  rearing: '/rearing/',
}

/**
 * The season round today: a lane per line, a pattern per phase, hatch windows as hills of probability, today as a plumb
 * line. Dragging scrolls, a click on a stretch opens it, a click on a line filters the page below.
 */
export function Ribbon() {
  const { data } = useQuery({ queryKey: ['season'], queryFn: () => api.get<Season>('/api/season') })
  const [shift, setShift] = useState(0)
  const [width, setWidth] = useState(1140)
  const box = useRef<HTMLDivElement>(null)
  const drag = useRef<{ x: number; shift: number; moved: boolean } | null>(null)
  useEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.max(500, entry!.contentRect.width)))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  if (!data) return <div className="ribbon" ref={box} style={{ minHeight: 88 }} />
  const from = addDays(data.from, shift)
  const x = (day: Day) => NAMES + ((dayNumber(day) - dayNumber(from)) / DAYS) * (width - NAMES)
  const height = TOP + Math.max(1, data.lanes.length) * LANE + 3
  return (
    <div className="ribbon" ref={box}>
      {/* Many lines scroll in their own strip: the page below keeps its room. */}
      <div className="lanes" style={{ maxHeight: TOP + MOST_LANES * LANE + 3 }}>
        <svg
          height={height}
          role="group"
          aria-label="Season ribbon"
          onPointerDown={(e) => {
            drag.current = { x: e.clientX, shift, moved: false }
          }}
          onPointerMove={(e) => {
            if (!drag.current) return
            const days = Math.round(((drag.current.x - e.clientX) / (width - NAMES)) * DAYS)
            if (Math.abs(days) > 2) drag.current.moved = true
            if (drag.current.moved) setShift(Math.max(-180, Math.min(180, drag.current.shift + days)))
          }}
          onPointerUp={() => setTimeout(() => (drag.current = null))}
          onPointerLeave={() => (drag.current = null)}
        >
          <Patterns />
          <Calendar from={from} x={x} height={height} />
          {data.lanes.map((lane, i) => (
            <Lane
              key={lane.line}
              lane={lane}
              y={TOP + i * LANE}
              x={x}
              width={width}
              dragged={() => drag.current?.moved ?? false}
            />
          ))}
          {data.lanes.length === 0 && (
            <text x={NAMES} y={TOP + 15}>
              The season draws itself here once animals rest, pair or lay.
            </text>
          )}
          <line
            x1={x(data.today)}
            x2={x(data.today)}
            y1={4}
            y2={height}
            stroke="var(--clay)"
            strokeWidth={1.6}
          />
          <path d={`M${x(data.today) - 4.5} 2h9l-4.500 7z`} fill="var(--clay)" />
        </svg>
      </div>
      <Legend shift={shift} onToday={() => setShift(0)} />
    </div>
  )
}

function Patterns() {
  return (
    <defs>
      <pattern id="rb-rest" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--slate)" strokeWidth="2.4" />
      </pattern>
      <pattern id="rb-warming" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M0 6L6 0" stroke="var(--slate)" strokeWidth="1.4" />
      </pattern>
      <pattern id="rb-pairing" width="4" height="3" patternUnits="userSpaceOnUse">
        <rect width="2.6" height="1.7" fill="var(--plum)" />
      </pattern>
      <pattern id="rb-laying" width="6" height="4" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="1.5" fill="var(--plum)" />
      </pattern>
      <pattern id="rb-incubating" width="5" height="4" patternUnits="userSpaceOnUse">
        <ellipse cx="2" cy="2" rx="1.2" ry="1.6" fill="var(--yolk)" />
      </pattern>
      <pattern id="rb-rearing" width="8" height="3" patternUnits="userSpaceOnUse">
        <rect width="5" height="3" fill="var(--moss)" />
      </pattern>
    </defs>
  )
}

function Calendar({ from, x, height }: { from: Day; x(day: Day): number; height: number }) {
  const marks: Day[] = []
  for (
    let day = `${from.slice(0, 7)}-01`;
    daysBetween(from, day) < DAYS;
    day = `${addDays(day, 32).slice(0, 7)}-01`
  )
    if (day >= from) marks.push(day)
  return marks.map((day) => (
    <g key={day}>
      <line x1={x(day)} x2={x(day)} y1={16} y2={height} stroke="var(--rule)" />
      <text x={x(day) + 4} y={13}>
        {MONTHS[Number(day.slice(5, 7)) - 1]}
        {day.slice(5, 7) === '01' ? ` ${day.slice(2, 4)}` : ''}
      </text>
    </g>
  ))
}

function Lane({
  lane,
  y,
  x,
  width,
  dragged,
}: {
  lane: Season['lanes'][number]
  y: number
  x(day: Day): number
  width: number
  dragged(): boolean
}) {
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const [params, setParams] = useSearchParams()
  const figures = useFigures()
  const clip = useId()
  const picked = params.get('line') === lane.line
  const base = y + LANE - 2
  const open = (to: string) => {
    if (!dragged()) void navigate(to)
  }
  const highest = Math.max(0.02, ...lane.hills.flatMap((h) => h.shares))
  return (
    <g>
      <text
        className="line hit"
        x={0}
        y={y + 14}
        tabIndex={0}
        role="button"
        aria-pressed={picked}
        style={picked ? { fontWeight: 700, fill: 'var(--yolktext)' } : undefined}
        onClick={() => filterBy(picked ? null : lane.line)}
        onKeyDown={(e) => e.key === 'Enter' && filterBy(picked ? null : lane.line)}
      >
        {picked ? '▸ ' : ''}
        {lane.line}
      </text>
      <clipPath id={clip}>
        <rect x={NAMES} y={y} width={Math.max(0, width - NAMES)} height={LANE} />
      </clipPath>
      <line x1={0} x2={width} y1={base} y2={base} stroke="var(--rule)" />
      <g clipPath={`url(#${clip})`}>
        {lane.phases.map((phase, i) => {
          const shape = PHASES[phase.name]
          const left = x(phase.from)
          const w = Math.max(2.5, x(phase.to) - left)
          return (
            <g key={i} className="hit" onClick={() => open(LEADS[phase.subject.room] + phase.subject.id)}>
              <title>{`${lane.line}: ${SAYS[phase.name]} ${figures.span(phase)} (${phase.label})`}</title>
              <rect
                x={left}
                y={y + shape.y - 2}
                width={w}
                height={shape.h}
                fill={`var(--${shape.colour})`}
                opacity={0.18}
              />
              <rect x={left} y={y + shape.y - 2} width={w} height={shape.h} fill={`url(#rb-${phase.name})`} />
            </g>
          )
        })}
        {lane.hills.map((hill) => {
          const points = hill.shares.map(
            (share, i) => `${x(addDays(hill.from, i))},${base - (share / highest) * (LANE - 4)}`,
          )
          const d = `M${x(hill.from)},${base}L${points.join('L')}L${x(addDays(hill.from, hill.shares.length))},${base}Z`
          return (
            <path
              key={hill.clutchId}
              className="hit"
              d={d}
              fill="var(--moss)"
              opacity={0.82}
              onClick={() => open(`/incubation/${hill.clutchId}`)}
            >
              <title>{`${hill.label}: chance of hatching, day by day`}</title>
            </path>
          )
        })}
      </g>
    </g>
  )

  function filterBy(line: string | null) {
    if (dragged()) return
    const next = new URLSearchParams(params)
    if (line) next.set('line', line)
    else next.delete('line')
    if (['/animals', '/readiness', '/pairing', '/incubation', '/rearing', '/leaving'].includes(pathname))
      setParams(next)
    else void navigate(`/animals?${next.toString()}`)
  }
}

function Legend({ shift, onToday }: { shift: number; onToday(): void }) {
  return (
    <div className="legend">
      {(Object.keys(PHASES) as PhaseName[]).map((name) => (
        <span key={name}>
          <svg height={9} aria-hidden>
            <rect
              y={(9 - PHASES[name].h) / 2}
              width={22}
              height={PHASES[name].h}
              fill={`var(--${PHASES[name].colour})`}
              opacity={0.18}
            />
            <rect y={(9 - PHASES[name].h) / 2} width={22} height={PHASES[name].h} fill={`url(#rb-${name})`} />
          </svg>
          {SAYS[name]}
        </span>
      ))}
      <span>
        <svg height={9} aria-hidden>
          <path d="M0 9C7 9 8 1 11 1S15 9 22 9Z" fill="var(--moss)" />
        </svg>
        chance of hatching
      </span>
      {shift !== 0 && (
        <button className="plain" onClick={onToday}>
          back to today
        </button>
      )}
    </div>
  )
}
