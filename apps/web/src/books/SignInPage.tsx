import { booksApi, SignIn, type Session, type SignedIn } from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { Navigate, useSearchParams } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { PasswordField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { NotYet } from '../parts/NotYet'
import { refreshBook, send } from '../shell/api'
import { useSessionQuery } from '../shell/session'
import { FirstOwner } from './FirstOwner'

/** The door: signing in, or on a new server the first owner's page. */
export function SignInPage() {
  const asked = useSessionQuery()
  const { data } = asked
  const [params] = useSearchParams()
  /** A new book asks first which species are kept. */
  const [isNewBook, setNewBook] = useState(false)
  if (!data) return <NotYet of={asked} page />
  const to = isNewBook ? '/protocols/library' : (params.get('to') ?? '/round')
  if (data.member) return <Navigate to={to.startsWith('/') && !to.startsWith('//') ? to : '/round'} replace />
  if (data.firstOwnerWanted) return <FirstOwner onOpen={() => setNewBook(true)} />
  return <Door demo={data.demoSignIn} />
}

function Door({ demo }: { demo: Session['demoSignIn'] }) {
  const [books, setBooks] = useState<SignedIn['books']>([])
  const [isCodeWanted, setCodeWanted] = useState(false)
  const form = useContractForm({
    begin: {
      ...{ email: demo?.email ?? '', password: demo?.password ?? '', code: '' },
      /** The book that was chosen, where there are several. */
      bookId: '',
    },
    schema: SignIn,
    body: ({ email, password, code, bookId }) => ({
      ...{ email, password },
      ...(bookId && { bookId }),
      ...(code && { code }),
    }),
    send: async (body) => {
      const reply = await send(booksApi.signIn, { body })
      // What is in memory may be another book's.
      if (reply.ok) await refreshBook()
      setBooks(reply.books)
      setCodeWanted(reply.codeWanted)
    },
  })
  const open = (bookId: string) => {
    form.change({ bookId })
    form.form.submit()
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
      <ContractForm
        of={form}
        label="Sign in"
        large
        actions={<FormActions of={form} save="Open the book" large />}
      >
        <TextField name="email" label="Address" fills="username" />
        <PasswordField name="password" label="Password" isOffered />
        {isCodeWanted && <TextField name="code" label="The six figures on your telephone" isCode autoFocus />}
      </ContractForm>
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
              onClick={() => open(b.id)}
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
