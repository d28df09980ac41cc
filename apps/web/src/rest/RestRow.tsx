import type { RestBook, RestView } from '@hatch-book/contract'
import { REST_EDGES, type RestClock, type RestEdge } from '@hatch-book/core'
import { useState } from 'react'
import { withDays } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { ClockBars } from './ClockBars'
import { replan } from './replan'
import { EDGE_SAYS, heldInShort, STATE_SAYS } from './restWords'
import { NAMES, type Scale } from './scale'
import { useMoveRest } from './useMoveRest'
import css from './rest.module.css'

const HEIGHT = 30

/** One animal's clock: its bars, the handles on its edges, and what moving one would do. */
export function RestRow({
  rest,
  book,
  scale,
  months,
  picked,
  onPick,
  editable,
}: {
  rest: RestView
  book: RestBook
  scale: Scale
  months: readonly string[]
  picked: boolean
  onPick(): void
  editable: boolean
}) {
  const figures = useFigures()
  const move = useMoveRest(book)
  const [draft, setDraft] = useState<{ edge: RestEdge; moved: RestView['moved'] } | null>(null)
  const clock: RestClock = draft ? replan(book, rest, draft.moved, figures.say) : (rest.clock as RestClock)
  const told = (draft ?? picked) ? clock.consequences : []
  const stops = told.some((c) => c.severity === 'stop')
  const put = (edge: RestEdge, day: string) => setDraft({ edge, moved: { ...rest.moved, [edge]: day } })
  const settle = () => {
    if (!draft) return
    const changed = draft.moved[draft.edge] !== rest.clock.edges[draft.edge]
    if (changed && !stops) void move(rest, draft.moved)
    setDraft(null)
  }
  const wake = rest.course.wakeBecause.length > 0
  // What has been cannot be forbidden any more; it is told all the same.
  const isPast = rest.subject.wentInOn !== null && !draft
  const edges = editable && !rest.held ? movable(rest) : []
  return (
    <li className={`${css.clock} ${picked ? 'picked' : ''}`}>
      <button type="button" className={css.who} onClick={onPick} aria-pressed={picked}>
        <span className="tag">{rest.tag}</span>{' '}
        <span className={`small ${wake ? 'bad' : 'quiet'}`}>
          {rest.batch ? rest.batch.count : wake ? 'wake now' : STATE_SAYS[rest.course.state]}
        </span>
      </button>
      <svg
        width={scale.width}
        height={HEIGHT}
        role="group"
        aria-label={`Clock of ${rest.tag}`}
        onPointerMove={(e) => {
          if (!draft || e.buttons === 0) return
          const left = e.currentTarget.getBoundingClientRect().left
          put(draft.edge, scale.day(e.clientX - left))
        }}
        onPointerUp={settle}
        onClick={onPick}
      >
        {months.map((day) => (
          <line key={day} x1={scale.x(day)} x2={scale.x(day)} y1={0} y2={HEIGHT} stroke="var(--rule)" />
        ))}
        {draft && <Tolerance clock={clock} edge={draft.edge} scale={scale} />}
        {!rest.held && <ClockBars clock={clock} rest={rest} x={scale.x} today={book.today} />}
        <line
          x1={scale.x(book.today)}
          x2={scale.x(book.today)}
          y1={0}
          y2={HEIGHT}
          stroke="var(--clay)"
          strokeWidth={1.6}
        />
        {rest.held && (
          <text x={NAMES + 12} y={20} className={css.held}>
            Held back: {withDays(heldInShort(rest), figures.day)}
          </text>
        )}
        {edges.map((edge) => (
          <rect
            key={edge}
            className={`${css.handle} ${picked ? css.shown : ''}`}
            x={scale.x(clock.edges[edge]) - 5}
            y={3}
            width={10}
            height={HEIGHT - 6}
            tabIndex={picked ? 0 : -1}
            role="slider"
            aria-label={`${rest.tag}, ${EDGE_SAYS[edge]}`}
            aria-valuetext={figures.day(clock.edges[edge])}
            aria-valuenow={0}
            onPointerDown={(e) => {
              e.currentTarget.ownerSVGElement!.setPointerCapture(e.pointerId)
              put(edge, clock.edges[edge])
            }}
            onKeyDown={(e) => {
              const step = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0
              if (step !== 0) {
                e.preventDefault()
                put(
                  edge,
                  scale.day(
                    scale.x(clock.edges[edge]) + step * (scale.x('2001-01-02') - scale.x('2001-01-01')),
                  ),
                )
              } else if (e.key === 'Enter') settle()
              else if (e.key === 'Escape') setDraft(null)
            }}
            onBlur={settle}
          >
            <title>{`${EDGE_SAYS[edge]} ${figures.day(clock.edges[edge])}`}</title>
          </rect>
        ))}
      </svg>
      {told.length > 0 && (
        <p className={`${css.told} small ${stops ? 'bad' : ''}`} role={draft ? 'status' : undefined}>
          {draft && <strong>{`${EDGE_SAYS[draft.edge]} ${figures.day(clock.edges[draft.edge])}: `}</strong>}
          {told
            .map(
              (c) =>
                `${c.severity === 'stop' && !isPast ? '■ not allowed: ' : ''}${withDays(c.says, figures.day)}`,
            )
            .join('; ')}
        </p>
      )}
      {draft && told.length === 0 && (
        <p className={`${css.told} small good`} role="status">
          <strong>{`${EDGE_SAYS[draft.edge]} ${figures.day(clock.edges[draft.edge])}`}</strong>: within the
          tolerance of the protocol
        </p>
      )}
    </li>
  )
}

/** Where the edge may lie without a word. */
function Tolerance({ clock, edge, scale }: { clock: RestClock; edge: RestEdge; scale: Scale }) {
  const { from, to } = clock.bounds[edge]
  return (
    <rect
      x={scale.x(from)}
      width={Math.max(3, scale.x(to) - scale.x(from))}
      y={0}
      height={HEIGHT}
      fill="var(--yolk)"
      opacity={0.22}
    />
  )
}

/** What has happened cannot be dragged. */
function movable({ subject, course }: RestView): RestEdge[] {
  if (course.state === 'died' || course.state === 'over') return []
  const past: RestEdge[] = subject.warmedOn
    ? ['last meal', 'step down', 'hold', 'step up']
    : subject.wentInOn
      ? ['last meal', 'step down']
      : []
  return REST_EDGES.filter((edge) => edge !== 'first water' && !past.includes(edge))
}
