import { addDays } from '@hatch-book/core'
import { useId } from 'react'
import { useFigures } from '../figures'
import {
  highestOf,
  hillPath,
  LEADS,
  PHASES,
  SAYS,
  Stretch,
  type Drawn,
  type LaneOf,
  type Mark,
} from './phaseLook'
import css from './ribbon.module.css'

export const NAMES = 128
export const LANE = 21

/** What is drawn of a lane, in the order of its days. */
export function marksOf(lane: LaneOf, hidden: readonly Drawn[]): Mark[] {
  const marks: Mark[] = [
    ...lane.phases.map((phase, i) => ({
      ...{ key: `p${i}`, drawn: phase.name, from: phase.from, to: phase.to, phase },
      opens: LEADS[phase.subject.room] + phase.subject.id,
    })),
    ...lane.hills.map((hill, i) => ({
      ...{ key: `h${i}`, drawn: 'chance' as const, from: hill.from, hill },
      to: addDays(hill.from, hill.shares.length),
      opens: LEADS[hill.subject.room] + hill.subject.id,
    })),
  ]
  return marks
    .filter((m) => !hidden.includes(m.drawn))
    .sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0))
}

/** A mark in words: of what, when, whose. */
export function useMarkWords(): (lane: LaneOf, mark: Mark) => string {
  const figures = useFigures()
  return (lane, { phase, hill, from, to }) => {
    if (phase) return `${lane.line}: ${SAYS[phase.name]} ${figures.span(phase)} (${phase.label})`
    const last = addDays(to, -1)
    return `${lane.line}: chance of ${hill!.of} day by day, ${figures.span({ from, to: last })} (${hill!.label})`
  }
}

/** A line of the season: its name, its stretches and hills. */
export function Lane(props: {
  lane: LaneOf
  marks: readonly Mark[]
  y: number
  x(day: string): number
  width: number
  picked: boolean
  /** The mark that has the focus, '' for the name; null where the focus is elsewhere. */
  at: string | null
  onFilter(): void
  onOpen(mark: Mark): void
  onLook(mark: Mark | null): void
}) {
  const { lane, marks, y, x, width, picked, at } = props
  const words = useMarkWords()
  const clip = useId()
  const base = y + LANE - 2
  const highest = highestOf(lane.hills)
  return (
    <g data-lane={lane.line}>
      <text
        className={`${css.line} ${css.hit} ${picked ? css.picked : ''}`}
        x={0}
        y={y + 14}
        tabIndex={at === '' ? 0 : -1}
        role="button"
        aria-pressed={picked}
        data-mark=""
        onClick={props.onFilter}
      >
        {picked ? '▸ ' : ''}
        {lane.line}
      </text>
      <clipPath id={clip}>
        <rect x={NAMES} y={y} width={Math.max(0, width - NAMES)} height={LANE} />
      </clipPath>
      <line x1={0} x2={width} y1={base} y2={base} stroke="var(--rule)" />
      <g clipPath={`url(#${clip})`}>
        {marks.map((mark) => (
          <g
            key={mark.key}
            className={`${css.hit} ${css.mark}`}
            // A sign in a drawing, not one of the page's links: it would be listed with them on every page.
            role="graphics-symbol"
            aria-roledescription="stretch of the season"
            aria-label={words(lane, mark)}
            tabIndex={at === mark.key ? 0 : -1}
            data-mark={mark.key}
            onClick={() => props.onOpen(mark)}
            onFocus={() => props.onLook(mark)}
            onPointerEnter={() => props.onLook(mark)}
            onPointerLeave={() => props.onLook(null)}
          >
            <title>{words(lane, mark)}</title>
            <Shape mark={mark} x={x} y={y} base={base} highest={highest} />
          </g>
        ))}
      </g>
    </g>
  )
}

function Shape({
  mark: { phase, hill },
  x,
  y,
  base,
  highest,
}: {
  mark: Mark
  x(day: string): number
  y: number
  base: number
  highest: number
}) {
  if (phase) {
    const left = x(phase.from)
    const top = y + PHASES[phase.name].y - 2
    return <Stretch name={phase.name} x={left} y={top} width={Math.max(2.5, x(phase.to) - left)} />
  }
  const d = hillPath(hill!, x, base, LANE - 4, highest)
  // Those who hatch stand full, those who grow up are an outline.
  return hill!.of === 'hatching' ? (
    <path d={d} fill="var(--moss)" opacity={0.82} />
  ) : (
    <path d={d} fill="var(--moss)" fillOpacity={0.15} stroke="var(--moss)" strokeWidth={1.2} />
  )
}
