import { booksApi } from '@hatch-book/contract'
import { Button } from 'antd'
import { Navigate } from 'react-router'
import { send } from '../shell/api'
import { figuresOf } from '../shell/figures'
import { useSessionQuery } from '../shell/session'
import { SignOut } from './BookHead'
import { useSaying } from './useSaying'
import { NotYet } from '../parts/NotYet'

/** All that is seen of a deleted book, by its owner. */
export function DeletedBookPage() {
  const asked = useSessionQuery()
  const { data } = asked
  const saying = useSaying()
  if (!data) return <NotYet of={asked} page />
  if (!data.book?.deleted) return <Navigate to={data.member ? '/book' : '/sign-in'} replace />
  const { book, today } = data
  const figures = figuresOf(book, today)
  return (
    <main className="alone">
      <h1>{book.name} is deleted</h1>
      <p>
        Since {figures.instant(data.book.deleted.at)}. Until {figures.instant(data.book.deleted.until)} you
        can bring it back, as it was; then it is gone for good.
      </p>
      {saying.says && <p className="note bad">{saying.says}</p>}
      <Button type="primary" size="large" block onClick={() => void saying.run(() => send(booksApi.restore))}>
        Bring it back
      </Button>
      <SignOut size="large" block className="above-8" />
    </main>
  )
}
