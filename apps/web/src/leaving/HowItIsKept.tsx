import type { SharedRecord } from '@hatch-book/contract'
import type { ReactNode } from 'react'
import { sentences } from '../parts/sentence'

/** How an animal that leaves is kept, for whoever keeps it from now on. */
export function HowItIsKept({
  of: { care, cautions },
  children,
}: {
  of: Pick<SharedRecord, 'care' | 'cautions'>
  /** What else is to be minded. */
  children: ReactNode
}) {
  return (
    <section className="above-16">
      <h2>How it is kept</h2>
      <p>
        {sentences(
          ...[care.housing, care.climate, care.feed && `Feed: ${care.feed}`, care.routine],
          'Fresh water always',
        )}
      </p>
      <p className="small">{cautions}</p>
      <p className="small quiet">{children}</p>
    </section>
  )
}
