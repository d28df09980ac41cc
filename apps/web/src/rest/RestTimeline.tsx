import type { RestBook, RestView } from '@hatch-book/contract'
import { addDays, type Day } from '@hatch-book/core'
import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { RestRow } from './RestRow'
import { scaleOf } from './scale'
import css from './rest.module.css'

const TOP = 22
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** Everybody's own clock on one sheet; edges are dragged, or moved with the arrow keys. */
export function RestTimeline({
  book,
  picked,
  onPick,
  editable,
}: {
  book: RestBook
  picked: string | null
  onPick(id: string): void
  editable: boolean
}) {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(800)
  useLayoutEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.max(620, entry!.contentRect.width)))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  const scale = useMemo(() => scaleOf(book, width), [book, width])
  const months: Day[] = []
  for (let day = `${scale.from.slice(0, 7)}-01`; day <= scale.to; day = `${addDays(day, 32).slice(0, 7)}-01`)
    if (day >= scale.from) months.push(day)
  const today = scale.x(book.today)
  return (
    <div className={css.clocks} ref={box}>
      <svg width={width} height={TOP} aria-hidden>
        <Patterns />
        {months.map((day) => (
          <text key={day} x={scale.x(day) + 3} y={14}>
            {MONTHS[Number(day.slice(5, 7)) - 1]}
            {day.slice(5, 7) === '01' && ` ${day.slice(2, 4)}`}
          </text>
        ))}
        <path d={`M${today - 5} ${TOP - 9}h10l-5 8z`} fill="var(--clay)" />
      </svg>
      <ul aria-label="Clocks" className={css.timeline}>
        {bySpecies(book.rests).map(([species, rests]) => (
          <li key={species}>
            <h2 className={css.of}>{species}</h2>
            <ul>
              {rests.map((rest) => (
                <RestRow
                  key={rest.id}
                  rest={rest}
                  book={book}
                  scale={scale}
                  months={months}
                  picked={rest.id === picked}
                  onPick={() => onPick(rest.id)}
                  editable={editable}
                />
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </div>
  )
}

function bySpecies(rests: readonly RestView[]): [string, RestView[]][] {
  const groups = new Map<string, RestView[]>()
  for (const rest of rests) groups.set(rest.species, [...(groups.get(rest.species) ?? []), rest])
  return [...groups]
}

function Patterns() {
  return (
    <defs>
      <pattern id="hold" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--slate)" opacity="0.22" />
        <line x1="0" y1="0" x2="0" y2="6" stroke="var(--slate)" strokeWidth="2.2" />
      </pattern>
    </defs>
  )
}

/** What the drawing means, in words. */
export function TimelineLegend() {
  const swatch = (drawing: React.ReactNode, says: string) => (
    <span className="nowrap">
      <svg width="26" height="12" aria-hidden className={css.sign}>
        {drawing}
      </svg>
      {says}
    </span>
  )
  return (
    <p className={`${css.legend} small quiet`}>
      {swatch(
        <rect x="1" y="1" width="24" height="10" fill="none" stroke="var(--ink)" strokeDasharray="2 2" />,
        'without food',
      )}
      {swatch(<path d="M1 1L25 11H1z" fill="var(--slate)" opacity="0.7" />, 'cooling')}
      {swatch(<rect x="1" y="1" width="24" height="10" fill="url(#hold)" />, 'hold')}
      {swatch(
        <>
          <circle cx="8" cy="6" r="3.4" fill="var(--sheet)" stroke="var(--ink)" />
          <circle cx="19" cy="6" r="3.4" fill="var(--ink)" />
        </>,
        'check to come, done',
      )}
      {swatch(<path d="M1 11L25 1V11z" fill="var(--yolk)" opacity="0.75" />, 'warming')}
      {swatch(
        <path d="M2 6h18m-5-4l5 4l-5 4" fill="none" stroke="var(--plum)" strokeWidth="1.8" />,
        'introductions',
      )}
    </p>
  )
}
