import type { ReactNode } from 'react'
import { PageHead } from '../parts/PageHead'

const PAGES = [
  ['/leaving', 'Who may leave'],
  ['/leaving/waiting', 'Waiting list'],
  ['/leaving/prices', 'Prices'],
  ['/leaving/register', 'Register'],
  ['/leaving/links', 'Links'],
] as const

export function SalesHead({ title, children }: { title: ReactNode; children?: ReactNode }) {
  return (
    <PageHead title={title} room="Leaving" pages={PAGES}>
      {children}
    </PageHead>
  )
}
