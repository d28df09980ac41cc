import { withDays } from './sentence'
import type { Reason, RuleStanding } from '@hatch-book/core'
import { Drawer } from 'antd'
import type { ReactNode } from 'react'
import { useFigures } from '../shell/figures'
import css from './reasons.module.css'

const MARKS: Record<RuleStanding, { mark: string; word: string; className: string }> = {
  holds: { mark: '✓', word: 'holds', className: 'good' },
  trial: { mark: '◐', word: 'just short', className: 'warm' },
  perhaps: { mark: '≈', word: 'perhaps', className: 'warm' },
  unknown: { mark: '?', word: 'not known', className: 'warm' },
  fails: { mark: '✕', word: 'not met', className: 'bad' },
}

/** The working behind a verdict: each rule, its figure, who says so, what would change it. */
export function ReasonList({ reasons }: { reasons: readonly Reason[] }) {
  const figures = useFigures()
  return (
    <div>
      {reasons.map((r, i) => {
        const { mark, word, className } = MARKS[r.standing]
        return (
          <div className={css.reason} key={i}>
            <span className={`${css.mark} ${className}`} aria-hidden>
              {mark}
            </span>
            <div>
              <div className="between">
                <strong>{r.says}</strong>
                <span className={className}>{word}</span>
              </div>
              {(r.have || r.wanted) && (
                <div className="fig">
                  {r.have ? figures.quantity(r.have) : '–'}
                  {r.wanted && (
                    <span className="quiet">
                      {'  '}
                      {r.bound === 'is' ? '' : r.bound === 'between' ? 'wanted' : r.bound}{' '}
                      {figures.quantity(r.wanted)}
                    </span>
                  )}
                </div>
              )}
              {r.note && <div className="small">{withDays(r.note, figures.day)}</div>}
              {r.change && <div className="small">Would change it: {withDays(r.change, figures.day)}</div>}
              {r.expected && <div className="small">Expected {figures.span(r.expected)}</div>}
            </div>
          </div>
        )
      })}
      {reasons[0] && <p className="small quiet above-12">{reasons[0].origin}</p>}
    </div>
  )
}

/** The sheet that any verdict, date or figure opens. */
export function ReasonsSheet({
  title,
  open,
  onClose,
  children,
}: {
  title: string
  open: boolean
  onClose(): void
  children: ReactNode
}) {
  return (
    <Drawer title={title} open={open} onClose={onClose} size={430} destroyOnHidden>
      {children}
    </Drawer>
  )
}
