import type { ReactNode } from 'react'
import { PageHead } from '../parts/PageHead'
import { useMay } from '../shell/session'

/** A page that names buyers or tells prices: others are told whom to ask. */
export function BuyersOnly({ title, children }: { title: string; children: ReactNode }) {
  if (useMay().seesBuyers) return children
  return (
    <section className="page">
      <PageHead title={title} />
      <p className="empty">Who buys, and for how much, is known to owners and keepers; ask one of them.</p>
    </section>
  )
}
