import { booksApi, MemberDraft, newId, type Role } from '@hatch-book/contract'
import type { ReactNode } from 'react'
import { send } from '../shell/api'
import { ContractForm } from './form/ContractForm'
import { PasswordField, TextField } from './form/fields'
import { FormActions } from './form/FormActions'
import { useContractForm } from './form/useContractForm'

/** Somebody new who may sign in: who they are and their first password; what else there is to say is given by the page. */
export function NewMember(props: {
  role: Role
  /** The last day on which they can sign in; none = until told otherwise. */
  endsOn?: string
  button: string
  onAdded(name: string): void
  children?: ReactNode
}) {
  const form = useContractForm({
    begin: { name: '', email: '', password: '' },
    schema: MemberDraft,
    body: (draft) => ({
      ...{ id: newId(), ...draft, role: props.role },
      ...(props.endsOn && { endsOn: props.endsOn }),
    }),
    send: async (body) => {
      await send(booksApi.addMember, { body })
      props.onAdded(body.name)
      form.startAnew()
    },
  })
  return (
    <ContractForm
      of={form}
      label={props.button}
      className="above-12"
      actions={<FormActions of={form} save={props.button} plain />}
    >
      <TextField name="name" label="Name" fills="off" />
      <TextField name="email" label="Address" fills="off" />
      <PasswordField name="password" label="First password" isNew />
      {props.children}
    </ContractForm>
  )
}
