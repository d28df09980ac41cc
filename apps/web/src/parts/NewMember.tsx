import { booksApi, newId, type Role } from '@hatch-book/contract'
import { Button, Input } from 'antd'
import { useState, type FormEvent, type ReactNode } from 'react'
import { type RefusedError, send } from '../shell/api'

const EMPTY = { name: '', email: '', password: '' }

/** Somebody new who may sign in: who they are and their first password; what else there is to say is given by the page. */
export function NewMember(props: {
  role: Role
  /** The last day on which they can sign in; none = until told otherwise. */
  endsOn?: string
  button: ReactNode
  onAdded(name: string): void
  children?: ReactNode
}) {
  const [draft, setDraft] = useState(EMPTY)
  const [error, setError] = useState<RefusedError | null>(null)
  const add = async (event: FormEvent) => {
    event.preventDefault()
    const { role, endsOn } = props
    try {
      await send(booksApi.addMember, { body: { id: newId(), ...draft, role, ...(endsOn && { endsOn }) } })
      props.onAdded(draft.name)
      setDraft(EMPTY)
      setError(null)
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  const field = (name: keyof typeof draft, label: string, type = 'text') => (
    <div className="field">
      <label htmlFor={`member-${name}`}>{label}</label>
      <Input
        id={`member-${name}`}
        type={type}
        autoComplete="off"
        value={draft[name]}
        onChange={(e) => setDraft({ ...draft, [name]: e.target.value })}
      />
      {error?.says(name) && <span className="says">{error.says(name)}</span>}
    </div>
  )
  return (
    <form onSubmit={(e) => void add(e)} noValidate className="above-12">
      {field('name', 'Name')}
      {field('email', 'Address', 'email')}
      {field('password', 'First password', 'password')}
      {props.children}
      {error?.wordsBeside(...Object.keys(EMPTY)) && (
        <p className="note bad">{error.wordsBeside(...Object.keys(EMPTY))}</p>
      )}
      <Button htmlType="submit">{props.button}</Button>
    </form>
  )
}
