import { BookDeletion, booksApi, NewBook } from '@hatch-book/contract'
import { ContractForm } from '../parts/form/ContractForm'
import { PasswordField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { useMay, useSession } from '../shell/session'
import css from './books.module.css'

/** A second book beside this one, and the end of this one. */
export function BookLife() {
  const may = useMay()
  if (!may.run) return null
  return (
    <div className={`columns ${css.twoCards}`}>
      <AnotherBook />
      <DeleteBook />
    </div>
  )
}

function AnotherBook() {
  const { book } = useSession()
  const form = useContractForm({
    begin: { name: '' },
    schema: NewBook,
    body: ({ name }) => ({ name, zone: book.zone }),
    send: async (body) => {
      await send(booksApi.open, { body })
      await forgetQueries('/protocols/library')
    },
  })
  return (
    <ContractForm
      of={form}
      className="card"
      label="Another book"
      actions={<FormActions of={form} save="Open it" plain />}
    >
      <h3>Another book</h3>
      <p className="small quiet">
        For another room or another purpose, with nothing in it. You come in by the same password; signing in
        then asks which.
      </p>
      <TextField name="name" label="Its name" />
    </ContractForm>
  )
}

function DeleteBook() {
  const { book } = useSession()
  const form = useContractForm({
    begin: { name: '', password: '' },
    schema: BookDeletion,
    body: (draft) => draft,
    send: (body) => send(booksApi.delete, { body }),
    fieldOf: (field) => (field === 'current' ? 'password' : field),
  })
  return (
    <details className="card">
      <summary>Delete this book</summary>
      <ContractForm
        of={form}
        label="Delete this book"
        actions={<FormActions of={form} save="Delete it" danger />}
      >
        <p>
          It is closed to everybody at once. For thirty days you can bring it back; then it is gone for good,
          with every entry and photo. Save the whole book as a file before.
        </p>
        <TextField name="name" label={`Write its name: ${book.name}`} />
        <PasswordField name="password" label="Your password" />
      </ContractForm>
    </details>
  )
}
