import type { PhaseName } from '@hatch-book/core'
import type { ReactNode } from 'react'
import { PHASES, SAYS, Stretch, type Drawn } from './phaseLook'
import { useRibbon } from './ribbonStore'
import css from './ribbon.module.css'

/** What is drawn and how; each can be left out. And in words what the pointer or the focus is on. */
export function Legend({
  there,
  says,
  children,
}: {
  there: ReadonlySet<Drawn>
  says: string
  children: ReactNode
}) {
  const { hidden, toggle } = useRibbon()
  return (
    <div className={css.legend}>
      {([...Object.keys(PHASES), 'chance'] as Drawn[])
        .filter((name) => there.has(name))
        .map((name) => (
          <button
            type="button"
            key={name}
            className="plain"
            aria-pressed={!hidden.includes(name)}
            title={hidden.includes(name) ? 'draw it again' : 'leave it out'}
            onClick={() => toggle(name)}
          >
            <svg height={9} aria-hidden>
              {name === 'chance' ? (
                <path d="M0 9C7 9 8 1 11 1S15 9 22 9Z" fill="var(--moss)" />
              ) : (
                <Stretch name={name as PhaseName} x={0} y={(9 - PHASES[name].h) / 2} width={22} />
              )}
            </svg>
            {SAYS[name]}
          </button>
        ))}
      {children}
      <span className={css.saysMark} aria-live="polite">
        {says}
      </span>
    </div>
  )
}
