import { booksApi, type SignedIn } from '@hatch-book/contract'
import { useState, type FormEvent } from 'react'
import { Button, Input } from 'antd'
import { Navigate, useSearchParams } from 'react-router'
import { refreshBook, send, wordsOf } from '../shell/api'
import { useSessionQuery } from '../shell/session'
import { FirstOwner } from './FirstOwner'
import { NotYet } from '../parts/NotYet'

/** The door: signing in, or on a new server the first owner's page. */
export function SignInPage() {
  const asked = useSessionQuery()
  const { data } = asked
  const [params] = useSearchParams()
  const [email, setEmail] = useState<string | null>(null)
  const [password, setPassword] = useState<string | null>(null)
  const [says, setSays] = useState('')
  /** A new book asks first which species are kept. */
  const [isNewBook, setNewBook] = useState(false)
  const [books, setBooks] = useState<SignedIn['books']>([])
  /** The book for which a code of the second step is wanted. */
  const [codeFor, setCodeFor] = useState<{ bookId: string | undefined } | null>(null)
  const [code, setCode] = useState('')
  if (!data) return <NotYet of={asked} page />
  const to = isNewBook ? '/protocols/library' : (params.get('to') ?? '/round')
  if (data.member) return <Navigate to={to.startsWith('/') && !to.startsWith('//') ? to : '/round'} replace />
  if (data.firstOwnerWanted) return <FirstOwner onOpen={() => setNewBook(true)} />
  const demo = data.demoSignIn
  const signIn = async (bookId?: string) => {
    try {
      const reply = await send(booksApi.signIn, {
        body: {
          email: email ?? demo?.email ?? '',
          password: password ?? demo?.password ?? '',
          ...(bookId && { bookId }),
          ...(code && { code }),
        },
      })
      // What is in memory may be another book's.
      if (reply.ok) await refreshBook()
      setSays('')
      setBooks(reply.books)
      setCodeFor(reply.codeWanted ? { bookId } : null)
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
  return (
    <main className="alone">
      <h1>Hatch Book</h1>
      <p className="quiet">The breeding room’s book, from the scale to the sale.</p>
      {demo && (
        <p className="note">
          This is Lantern Quay, a made-up breeding room. Its sign-in is filled in already.
        </p>
      )}
      <form
        onSubmit={(e: FormEvent) => {
          e.preventDefault()
          void signIn(codeFor?.bookId)
        }}
      >
        <div className="field">
          <label htmlFor="email">Address</label>
          <Input
            id="email"
            size="large"
            autoComplete="username"
            value={email ?? demo?.email ?? ''}
            onChange={(e) => setEmail(e.target.value)}
          />
        </div>
        <div className="field">
          <label htmlFor="password">Password</label>
          <Input.Password
            id="password"
            size="large"
            autoComplete="current-password"
            value={password ?? demo?.password ?? ''}
            onChange={(e) => setPassword(e.target.value)}
          />
        </div>
        {codeFor && (
          <div className="field">
            <label htmlFor="code">The six figures on your telephone</label>
            <Input
              id="code"
              size="large"
              autoFocus
              inputMode="numeric"
              autoComplete="one-time-code"
              value={code}
              onChange={(e) => setCode(e.target.value)}
            />
          </div>
        )}
        {says && (
          <p className="note bad" role="alert">
            {says}
          </p>
        )}
        <Button type="primary" size="large" block htmlType="submit">
          Open the book
        </Button>
      </form>
      {books.length > 0 && (
        <section aria-label="Which book?" className="above-16">
          <h2>Which book?</h2>
          {books.map((b, i) => (
            <Button
              key={b.id}
              size="large"
              block
              autoFocus={i === 0}
              className="below-8"
              onClick={() => void signIn(b.id)}
            >
              {b.name}
              {books.some((o) => o !== b && o.name === b.name) && ` (${books.length - i})`}
            </Button>
          ))}
        </section>
      )}
    </main>
  )
}
