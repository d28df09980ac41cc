import type { AnimalPage } from '@hatch-book/contract'
import { BODY_SIZES, bodySizes, daysBetween } from '@hatch-book/core'
import { lazy, Suspense } from 'react'
import { useFigures } from '../shell/figures'

const SizeChart = lazy(() => import('../parts/SizeChart'))

/** How large it is, and how it grew since it was measured before. */
export function Sizes({ sizes }: { sizes: AnimalPage['sizes'] }) {
  const figures = useFigures()
  if (sizes.length === 0) return null
  const mm = (value: number) => figures.quantity({ value, unit: 'mm' })
  return (
    <section className="card above-16" aria-label="Size">
      <h2>Size</h2>
      <ul className="lines">
        {bodySizes.flatMap((of) => {
          const told = sizes.filter((s) => s.of === of)
          const [last, before] = [told.at(-1), told.at(-2)]
          if (!last) return []
          const days = before ? daysBetween(before.on, last.on) : 0
          return (
            <li key={of}>
              <div className="between">
                <span>
                  {BODY_SIZES[of].label} <strong className="fig">{mm(last.mm)}</strong>
                </span>
                <span className="small quiet">
                  {figures.day(last.on)}
                  {before && days > 0 && (
                    <>
                      , {last.mm >= before.mm ? '+' : '−'}
                      {mm(Math.abs(last.mm - before.mm))} in {figures.days(days)}
                    </>
                  )}
                </span>
              </div>
              {new Set(told.map(({ on }) => on)).size > 1 && (
                <figure
                  className="chart flush above-8"
                  aria-label={`${BODY_SIZES[of].label} from day to day`}
                >
                  <Suspense fallback={<div className="high-150" />}>
                    <SizeChart told={told} />
                  </Suspense>
                  <details className="small">
                    <summary>{BODY_SIZES[of].label} as figures</summary>
                    <ul className="lines">
                      {told.map(({ mm: value, on }, i) => (
                        <li key={i} className="between">
                          <span>{figures.day(on)}</span>
                          <span className="fig">{mm(value)}</span>
                        </li>
                      ))}
                    </ul>
                  </details>
                </figure>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
