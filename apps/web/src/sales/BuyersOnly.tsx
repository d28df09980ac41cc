import type { ReactNode } from 'react'
import { useMay } from '../shell/session'
import { SalesHead } from './SalesHead'

/** A page that names buyers or tells prices: others are told whom to ask. */
export function BuyersOnly({ title, children }: { title: string; children: ReactNode }) {
  if (useMay().seesBuyers) return children
  return (
    <section className="page">
      <SalesHead title={title} />
      <p className="empty">Who buys, and for how much, is known to owners and keepers; ask one of them.</p>
    </section>
  )
}
