import { booksApi } from '@hatch-book/contract'
import { Button } from 'antd'
import type { ReactNode } from 'react'
import { PageHead } from '../parts/PageHead'
import { ask } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { useSession } from '../shell/session'

const PAGES = [
  ['/book', 'The book'],
  ['/book/members', 'Members'],
  ['/book/you', 'You'],
  ['/book/files', 'In and out'],
] as const

/** The head of the book's own pages, with the way out. */
export function BookHead({ title }: { title: ReactNode }) {
  const { member } = useSession()
  return (
    <PageHead title={title} room="The book" pages={PAGES}>
      <span className="quiet">
        signed in as {member.name}, {member.role}
      </span>
      <Button onClick={() => void signOut()}>Sign out</Button>
    </PageHead>
  )
}

export const signOut = () =>
  ask(booksApi.signOut)
    .then(() => forgetQueries())
    .catch(() => undefined)
