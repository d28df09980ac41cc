import { booksApi, InvitationTaken, type InvitationSeen } from '@hatch-book/contract'
import { useNavigate, useParams } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { PasswordField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { NotYet } from '../parts/NotYet'
import { send, useAsk } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { ROLE_SAYS } from './roleWords'

/** Where a link leads: somebody new joins the book, or a member chooses a new password. */
export function JoinPage() {
  const { key } = useParams()
  const asked = useAsk(
    booksApi.invitation,
    { params: { key: key! } },
    { retry: false, refetchOnWindowFocus: false, staleTime: Infinity },
  )
  const { data, error } = asked
  if (error)
    return (
      <main className="alone">
        <h1>This link does not work</h1>
        <p>{error.message}</p>
      </main>
    )
  return data ? <Joining by={key!} link={data} /> : <NotYet of={asked} page />
}

function Joining({ by, link }: { by: string; link: InvitationSeen }) {
  const navigate = useNavigate()
  const form = useContractForm({
    begin: { name: '', email: '', password: '' },
    schema: InvitationTaken,
    body: (draft) => (link.email ? { password: draft.password } : draft),
    send: async (body) => {
      await send(booksApi.join, { params: { key: by }, body })
      await forgetQueries()
      await navigate('/round')
    },
  })
  return (
    <main className="alone">
      <h1>{link.bookName}</h1>
      {link.email ? (
        <p>
          {link.name}, choose a new password for <strong>{link.email}</strong>.
        </p>
      ) : (
        <p>
          You are invited as {link.role === 'owner' ? 'an owner' : `a ${link.role}`}: one who{' '}
          {ROLE_SAYS[link.role]}
          {link.endsOn && `, until ${link.endsOn}`}.
        </p>
      )}
      <ContractForm
        of={form}
        label={link.bookName}
        large
        actions={<FormActions of={form} save={link.email ? 'Save password' : 'Join the book'} large />}
      >
        {!link.email && <TextField name="name" label="Your name" fills="name" autoFocus />}
        {!link.email && <TextField name="email" label="Your address, to sign in with" fills="username" />}
        <PasswordField name="password" label="A password, at least 10 characters" isNew />
      </ContractForm>
    </main>
  )
}
