import { FirstOwner as Opening, booksApi } from '@hatch-book/contract'
import { ContractForm } from '../parts/form/ContractForm'
import { PasswordField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'

/** A new server's first page: a book and its owner. */
export function FirstOwner({ onOpen }: { onOpen(): void }) {
  const form = useContractForm({
    begin: {
      ...{ bookName: '', name: '', email: '', password: '' },
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone as string | null,
    },
    schema: Opening,
    body: (draft) => draft,
    send: (body) => {
      onOpen()
      return send(booksApi.begin, { body })
    },
  })
  return (
    <main className="alone">
      <h1>Open your book</h1>
      <p className="quiet">Nobody owns this server yet. Whoever opens the first book does.</p>
      <ContractForm
        of={form}
        label="Open your book"
        large
        actions={<FormActions of={form} save="Open the book" large />}
      >
        <TextField name="bookName" label="Name of the book" hint="your room, as you call it" autoFocus />
        <TextField name="name" label="Your name" fills="name" />
        <TextField name="email" label="Your address" hint="you sign in with it" fills="email" />
        <PasswordField name="password" label="Password" hint="10 characters or more" isNew />
        <PickField
          name="zone"
          label="Time zone of the room"
          options={Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone }))}
        />
      </ContractForm>
    </main>
  )
}
