import type { ReactNode } from 'react'
import { PageHead } from '../parts/PageHead'

const PAGES = [
  ['/rearing', 'Ladder'],
  ['/rearing/meals', 'Meals'],
  ['/rearing/first-meals', 'First meals'],
  ['/rearing/recipes', 'Recipes'],
  ['/rearing/sexing', 'Sexing'],
  ['/rearing/holdbacks', 'Holdbacks'],
  ['/rearing/space', 'Tubs wanted'],
] as const

export function RearingHead({
  title,
  here,
  children,
}: {
  title: ReactNode
  here?: string
  children?: ReactNode
}) {
  return (
    <PageHead title={title} room="Rearing" pages={PAGES} here={here}>
      {children}
    </PageHead>
  )
}
