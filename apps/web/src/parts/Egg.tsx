import type { EggFate } from '@hatch-book/core'

/** An egg drawn by its fate: a shape for each, not only a colour. */
export function EggMark({ fate, size = 20 }: { fate: EggFate; size?: number }) {
  const shell = { cx: 10, cy: 12, rx: 6.6, ry: 8.6 }
  return (
    <svg width={size} height={size * 1.2} viewBox="0 0 20 24" aria-hidden>
      {fate === 'infertile' && (
        <ellipse {...shell} fill="none" stroke="var(--ink2)" strokeWidth={1.3} strokeDasharray="2 2" />
      )}
      {fate === 'set' && <ellipse {...shell} fill="var(--wash)" stroke="var(--ink)" strokeWidth={1.3} />}
      {fate === 'good' && <ellipse {...shell} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />}
      {fate === 'dented' && (
        <>
          <ellipse {...shell} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />
          <path d="M5.500 11q4.500 5 9 0" fill="none" stroke="var(--clay)" strokeWidth={1.7} />
        </>
      )}
      {fate === 'mouldy' && (
        <>
          <ellipse {...shell} fill="var(--sheet)" stroke="var(--clay)" strokeWidth={1.5} />
          <g fill="var(--clay)">
            <circle cx="8" cy="9" r="1.4" />
            <circle cx="12" cy="13" r="1.4" />
            <circle cx="8.500" cy="16" r="1.4" />
          </g>
        </>
      )}
      {fate === 'damaged' && (
        <>
          <ellipse {...shell} fill="var(--wash)" stroke="var(--clay)" strokeWidth={1.3} />
          <path d="M6 8l4 3-2 4 4 4" fill="none" stroke="var(--clay)" strokeWidth={1.5} />
        </>
      )}
      {['sold', 'passed on', 'frozen', 'fed'].includes(fate) && (
        <>
          <ellipse {...shell} fill="none" stroke="var(--ink2)" strokeWidth={1.1} />
          <path d="M5 12h10" stroke="var(--ink2)" strokeWidth={1.5} />
        </>
      )}
      {fate === 'dead' && (
        <path d="M5 6l10 12M15 6L5 18" stroke="var(--clay)" strokeWidth={1.7} fill="none" />
      )}
      {fate === 'pipped' && (
        <>
          <ellipse {...shell} fill="var(--yolk)" stroke="var(--ink)" strokeWidth={1.5} />
          <path d="M7 5.500l2.500 3 2-3 2 2.500" fill="none" stroke="var(--ink)" strokeWidth={1.5} />
        </>
      )}
      {fate === 'hatched' && (
        <path
          d="M3.500 13a6.600 8.600 0 0 0 13 0l-2.600-2.600-2.200 2.400-2-2.600-2.200 2.600-2-2.200z"
          fill="var(--moss)"
          stroke="var(--ink)"
          strokeWidth={1.2}
        />
      )}
    </svg>
  )
}
