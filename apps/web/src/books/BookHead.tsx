import { booksApi } from '@hatch-book/contract'
import { Button, type ButtonProps } from 'antd'
import type { ReactNode } from 'react'
import { PageHead } from '../parts/PageHead'
import { ask } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { useSession } from '../shell/session'
import { useSayNot } from '../shell/useSendAndSay'

/** The head of the book's own pages, with the way out. */
export function BookHead({ title }: { title: ReactNode }) {
  const { member } = useSession()
  return (
    <PageHead title={title}>
      <span className="quiet">
        signed in as {member.name}, {member.role}
      </span>
      <SignOut />
    </PageHead>
  )
}

/** The way out; where it does not open, somebody else at this device would still be you. */
export function SignOut(props: Pick<ButtonProps, 'size' | 'block' | 'className'>) {
  const sayNot = useSayNot()
  const signOut = () =>
    ask(booksApi.signOut)
      .then(() => forgetQueries())
      .catch((error: unknown) => sayNot(error, 'You are still signed in'))
  return (
    <Button {...props} onClick={() => void signOut()}>
      Sign out
    </Button>
  )
}
