import type { ReadinessVerdict } from '@hatch-book/core'
import css from './reasons.module.css'

const MARKS: Record<ReadinessVerdict, { mark: string; className: string }> = {
  ready: { mark: '●', className: 'good' },
  trial: { mark: '◐', className: 'warm' },
  'not this season': { mark: '○', className: 'bad' },
}

/** A verdict in a shape, a colour and a word. */
export function Verdict({ verdict }: { verdict: ReadinessVerdict }) {
  const { mark, className } = MARKS[verdict]
  return (
    <span className={`${css.verdict} ${className}`}>
      <span aria-hidden>{mark} </span>
      {verdict}
    </span>
  )
}
