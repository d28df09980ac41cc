import {
  addDays,
  calledOf,
  daysBetween,
  receptiveOn,
  type AssignProblem,
  type Course,
  type Day,
  type PlanConflict,
} from '@hatch-book/core'
import { useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { useFigures } from '../shell/figures'
import type { Mate } from './queries'
import { genesInWords } from './words'
import css from './season.module.css'

const NAMES = 168
const ROW = 40
const TOP = 20
const HILL = 26
const PATTERNS = ['hatch', 'dots', 'bars', 'cross'] as const

export interface SheetProps {
  problem: AssignProblem
  courses: readonly Course[]
  span: { from: Day; to: Day }
  today: Day
  mates: ReadonlyMap<string, Mate>
  conflicts: readonly PlanConflict[]
  picked: string | null
  onPick(female: string): void
  /** A course was moved by so many days. */
  onMove(course: Course, days: number): void
  /** Courses that have begun in the book: those are not moved. */
  begun: ReadonlySet<Course>
  editable: boolean
}

/** The females' windows as low hills, the males' visits as patterned blocks with their tag, today as a plumb line. */
export function SeasonSheet(props: SheetProps) {
  const { problem, courses, span, today, mates, picked, onPick, begun } = props
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(900)
  useLayoutEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.max(560, entry!.contentRect.width)))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  const days = Math.max(1, daysBetween(span.from, span.to))
  const perDay = (width - NAMES - 8) / days
  const x = (day: Day) => NAMES + daysBetween(span.from, day) * perDay
  const males = problem.males.map((m) => m.id)
  const weeks: Day[] = []
  for (let d = span.from; d <= span.to; d = addDays(d, 7)) weeks.push(d)
  const every = perDay * 7 < 62 ? 2 : 1
  return (
    <div className={css.seasonSheet} ref={box}>
      <svg width={width} height={TOP} aria-hidden>
        <Patterns />
        <Weeks weeks={weeks.filter((_, i) => i % every === 0)} x={x} />
        {today >= span.from && today <= span.to && (
          <path d={`M${x(today) - 5} ${TOP - 9}h10l-5 8z`} fill="var(--clay)" />
        )}
      </svg>
      <ul aria-label="Season" className={css.rows}>
        {problem.females.map((female) => {
          const mate = mates.get(female.id)!
          const own = courses.filter((c) => c.female === female.id)
          const { window } = female
          return (
            <li key={female.id} className={female.id === picked ? 'picked' : ''} style={{ height: ROW }}>
              <svg width={width} height={ROW} role="group" aria-label={`${calledOf(mate)}'s season`}>
                {weeks.map((d) => (
                  <line key={d} x1={x(d)} x2={x(d)} y1="0" y2={ROW} stroke="var(--rule)" />
                ))}
                {window && <path d={hill(window, span, x)} fill="var(--yolk)" opacity="0.32" />}
                {own.map((course) =>
                  course.visits.map((visit, i) => (
                    <Block
                      key={`${course.male}${i}`}
                      {...props}
                      course={course}
                      visit={visit}
                      x={x}
                      perDay={perDay}
                      pattern={PATTERNS[males.indexOf(course.male) % PATTERNS.length] ?? 'hatch'}
                      he={mates.get(course.male) ?? NOBODY}
                      she={mate}
                      main={i === 0}
                    />
                  )),
                )}
                {today >= span.from && today <= span.to && (
                  <line x1={x(today)} x2={x(today)} y1="0" y2={ROW} stroke="var(--clay)" strokeWidth="1.6" />
                )}
              </svg>
              <button
                type="button"
                className={`plain ${css.who}`}
                aria-pressed={female.id === picked}
                onClick={() => onPick(female.id)}
              >
                <span className="tag">{calledOf(mate)}</span>{' '}
                <span className="small quiet">
                  {own.some((c) => begun.has(c))
                    ? 'has begun'
                    : window
                      ? mate.verdict === 'not this season'
                        ? 'not now'
                        : (mate.verdict ?? '')
                      : 'when?'}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
    </div>
  )
}

function Weeks({ weeks, x }: { weeks: readonly Day[]; x(day: Day): number }) {
  const figures = useFigures()
  return weeks.map((d, i) => (
    <text key={d} x={x(d) + 3} y={13}>
      {i === 0 || d.slice(8) <= '07' ? figures.day(d) : Number(d.slice(8))}
    </text>
  ))
}

function hill(
  window: NonNullable<AssignProblem['females'][number]['window']>,
  span: SheetProps['span'],
  x: (d: Day) => number,
) {
  const points: string[] = []
  const from = addDays(window.from, -Math.ceil(3 * window.spreadDays))
  const to = addDays(window.to, Math.ceil(3 * window.spreadDays))
  for (let d = from; d <= to; d = addDays(d, 1)) {
    if (d < span.from || d > span.to) continue
    points.push(`${x(d).toFixed(1)} ${(ROW - 2 - HILL * receptiveOn(window, d)).toFixed(1)}`)
  }
  if (points.length === 0) return ''
  const first = points[0]!.split(' ')[0]
  const last = points.at(-1)!.split(' ')[0]
  return `M${first} ${ROW - 2}L${points.join('L')}L${last} ${ROW - 2}z`
}

/** Who a bar names. */
type Who = Pick<Mate, 'tag' | 'name' | 'words'>
const NOBODY: Who = { tag: '?', name: '', words: [] }
/** The width of a letter in a bar, in px. */
const LETTER = 7.6

function Block({
  course,
  visit,
  conflicts,
  onMove,
  onPick,
  editable,
  begun,
  x,
  perDay,
  pattern,
  he,
  she,
  main,
}: SheetProps & {
  course: Course
  visit: { from: Day; to: Day }
  x(day: Day): number
  perDay: number
  pattern: string
  he: Who
  she: Who
  main: boolean
}) {
  const [dragged, setDragged] = useState<{ from: number; by: number } | null>(null)
  const figures = useFigures()
  const movable = editable && !begun.has(course)
  const left = x(visit.from) + (dragged ? dragged.by * perDay : 0)
  const width = Math.max(34, x(addDays(visit.to, 1)) - x(visit.from))
  // His name too, where the bar is long enough for it.
  const called = calledOf(he).length * LETTER + 10 < width ? calledOf(he) : he.tag
  const trouble = conflicts.filter((c) => c.female === course.female && c.male === course.male)
  const colour = trouble.some((c) => c.weight === 'stop')
    ? 'var(--clay)'
    : begun.has(course)
      ? 'var(--slate)'
      : 'var(--moss)'
  const down = (e: PointerEvent<SVGGElement>) => {
    onPick(course.female)
    if (!movable) return
    e.currentTarget.setPointerCapture(e.pointerId)
    setDragged({ from: e.clientX, by: 0 })
  }
  const move = (e: PointerEvent) => {
    if (dragged) setDragged({ ...dragged, by: Math.round((e.clientX - dragged.from) / perDay) })
  }
  const up = () => {
    if (dragged && dragged.by !== 0) onMove(course, dragged.by)
    setDragged(null)
  }
  const key = (e: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key]
    if (by === undefined || !movable) return
    e.preventDefault()
    onMove(course, e.shiftKey ? by * 7 : by)
  }
  return (
    <g
      tabIndex={main && movable ? 0 : undefined}
      role={main ? 'button' : undefined}
      aria-label={
        main
          ? `${calledOf(she)} with ${calledOf(he)} from ${figures.day(visit.from)}${begun.has(course) ? ', has begun' : ', moves with the arrow keys'}`
          : undefined
      }
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onKeyDown={key}
      className={movable ? css.movable : css.fixed}
    >
      <rect
        x={left}
        y={9}
        width={width}
        height={22}
        fill="var(--sheet)"
        stroke={colour}
        strokeWidth={trouble.length > 0 ? 2.4 : 1.5}
      />
      <rect x={left} y={9} width={width} height={22} fill={`url(#visit-${pattern})`} opacity="0.55" />
      <rect x={left + 3} y={12} width={8 + called.length * LETTER} height={16} fill="var(--sheet)" />
      <text x={left + 5} y={24.5} className={css.block}>
        {called}
      </text>
      <title>{[calledOf(he), genesInWords(he.words)].filter(Boolean).join(', ')}</title>
    </g>
  )
}

function Patterns() {
  const pattern = (name: string, drawing: React.ReactNode) => (
    <pattern id={`visit-${name}`} width="7" height="7" patternUnits="userSpaceOnUse">
      {drawing}
    </pattern>
  )
  return (
    <defs>
      {pattern('hatch', <path d="M-1 8L8 -1" stroke="var(--moss)" strokeWidth="1.6" />)}
      {pattern('dots', <circle cx="3.5" cy="3.5" r="1.5" fill="var(--plum)" />)}
      {pattern('bars', <path d="M3.5 0v7" stroke="var(--slate)" strokeWidth="1.8" />)}
      {pattern('cross', <path d="M0 3.5h7M3.5 0v7" stroke="var(--ink2)" strokeWidth="1" />)}
    </defs>
  )
}
