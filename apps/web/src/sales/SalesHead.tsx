import type { ReactNode } from 'react'
import { PageHead } from '../parts/PageHead'
import { useMay } from '../shell/session'

const PAGES = [
  ['/leaving', 'Who may leave'],
  ['/leaving/waiting', 'Waiting list'],
  ['/leaving/prices', 'Prices'],
  ['/leaving/register', 'Register'],
  ['/leaving/links', 'Links'],
] as const

export function SalesHead({ title, children }: { title: ReactNode; children?: ReactNode }) {
  const { seesBuyers } = useMay()
  return (
    <PageHead title={title} room="Leaving" pages={seesBuyers ? PAGES : PAGES.slice(0, 1)}>
      {children}
    </PageHead>
  )
}
