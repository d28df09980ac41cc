import { newId } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { Button, Input } from 'antd'
import { useState, type FormEvent } from 'react'
import type { RefusedError } from '../shell/api'
import { api, refreshBook } from '../shell/api'
import { useFigures } from '../shell/figures'

/** An account for the sitter, who writes what they see: it opens until the day after the return and then no more. */
export function SitterAccount({ from, to }: { from: string; to: string }) {
  const figures = useFigures()
  const endsOn = addDays(to, 1)
  const [draft, setDraft] = useState({ name: '', email: '', password: '' })
  const [says, setSays] = useState('')
  const [error, setError] = useState<RefusedError | null>(null)
  const add = async (event: FormEvent) => {
    event.preventDefault()
    try {
      await api.send('POST', '/api/members', { id: newId(), ...draft, role: 'helper', endsOn })
      setSays(`${draft.name} can sign in until ${figures.day(endsOn)}.`)
      setDraft({ name: '', email: '', password: '' })
      setError(null)
      await refreshBook()
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  const field = (name: keyof typeof draft, label: string, type = 'text') => (
    <div className="field">
      <label htmlFor={`sitter-${name}`}>{label}</label>
      <Input
        id={`sitter-${name}`}
        type={type}
        autoComplete="off"
        value={draft[name]}
        onChange={(e) => setDraft({ ...draft, [name]: e.target.value })}
      />
      {error?.says(name) && <span className="says">{error.says(name)}</span>}
    </div>
  )
  return (
    <details style={{ marginTop: 16 }}>
      <summary>An account for the sitter, {figures.span({ from, to: endsOn })}</summary>
      <form onSubmit={(e) => void add(e)} noValidate style={{ marginTop: 10 }}>
        {field('name', 'Name')}
        {field('email', 'Address', 'email')}
        {field('password', 'First password', 'password')}
        {error && !error.problem.fields?.length && <p className="note bad">{error.problem.detail}</p>}
        <Button htmlType="submit">Let them in until {figures.day(endsOn)}</Button>
        {says && <p className="good">{says}</p>}
      </form>
    </details>
  )
}
