import { taskOf } from '@hatch-book/core'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'
import type { WalkStep } from './walk'
import css from './round.module.css'

const ROW = 37

/** The walk, tub by tub: what is done with its outcome, where one stands, what is to come. */
export function StepList({
  walk,
  at,
  onPick,
}: {
  walk: readonly WalkStep[]
  at: string | null
  onPick(id: string): void
}) {
  const box = useRef<HTMLDivElement>(null)
  const rows = useVirtualizer({
    count: walk.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
  })
  const index = walk.findIndex((s) => s.id === at)
  useEffect(() => {
    if (index >= 0) rows.scrollToIndex(index, { align: 'center' })
  }, [index, rows])
  return (
    <div className={css.walk} ref={box} role="list" aria-label="The walk" tabIndex={0}>
      <div className={css.rows} style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index: i, start }) => {
          const step = walk[i]!
          const here = step.id === at
          const done = step.open.length === 0
          // What is done at a place is named by it once.
          const isThePlace = step.place?.name === step.subject.name
          return (
            <div
              key={step.id}
              role="listitem"
              className={`${css.rowStep} ${here ? 'picked' : ''} ${done ? css.done : ''}`}
              style={{ transform: `translateY(${start}px)`, height: ROW }}
            >
              <button
                type="button"
                className="plain wide"
                aria-current={here ? 'step' : undefined}
                onClick={() => onPick(step.id)}
              >
                <span className={css.mark} aria-hidden>
                  {done ? '✓' : here ? '▶' : '·'}
                </span>
                <span className={`${css.where} fig`}>{isThePlace ? '' : (step.place?.name ?? '–')}</span>
                <span className="tag" title={step.subject.name}>
                  {step.subject.name}
                </span>
                <span className={`says ${done ? (step.bad ? 'bad' : 'quiet') : ''}`}>
                  {done
                    ? `${step.by ? `${step.by}: ` : ''}${step.says || 'done'}`
                    : step.open.map((item) => taskOf(item.kind).short ?? item.kind).join(', ')}
                </span>
              </button>
            </div>
          )
        })}
      </div>
    </div>
  )
}
