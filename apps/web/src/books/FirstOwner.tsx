import { FirstOwner as Opening, booksApi } from '@hatch-book/contract'
import { Button, Input, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import type { RefusedError } from '../shell/api'
import { fit, send } from '../shell/api'

const FIELDS = [
  { name: 'bookName', label: 'Name of the book', hint: 'your room, as you call it', type: 'text' },
  { name: 'name', label: 'Your name', hint: '', type: 'text' },
  {
    name: 'email',
    label: 'Your address',
    hint: 'you sign in with it',
    type: 'email',
  },
  { name: 'password', label: 'Password', hint: 'at least 10 characters', type: 'password' },
] as const

/** A new server's first page: a book and its owner. */
export function FirstOwner({ onOpen }: { onOpen(): void }) {
  const [values, setValues] = useState<Record<string, string>>({
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  })
  const [error, setError] = useState<RefusedError | null>(null)
  const open = async (event: FormEvent) => {
    event.preventDefault()
    onOpen()
    try {
      await send(booksApi.begin, {
        body: fit(Opening, { bookName: '', name: '', email: '', password: '', ...values }),
      })
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  return (
    <main className="alone">
      <h1>Open your book</h1>
      <p className="quiet">Nobody owns this server yet. Whoever opens the first book does.</p>
      <form onSubmit={(e) => void open(e)} noValidate>
        {FIELDS.map(({ name, label, hint, type }) => (
          <div className="field" key={name}>
            <label htmlFor={name}>{label}</label>
            <Input
              id={name}
              size="large"
              type={type}
              autoComplete={type === 'password' ? 'new-password' : 'on'}
              value={values[name] ?? ''}
              onChange={(e) => setValues({ ...values, [name]: e.target.value })}
            />
            {error?.says(name) ? (
              <span className="says">{error.says(name)}</span>
            ) : (
              hint && <span className="small quiet">{hint}</span>
            )}
          </div>
        ))}
        <div className="field">
          <label htmlFor="zone">Time zone of the room</label>
          <Select
            id="zone"
            size="large"
            showSearch
            value={values.zone}
            onChange={(zone: string) => setValues({ ...values, zone })}
            options={Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone }))}
          />
        </div>
        {error?.wordsBeside(...Object.keys(values)) && (
          <p className="note bad" role="alert">
            {error.wordsBeside(...Object.keys(values))}
          </p>
        )}
        <Button type="primary" size="large" block htmlType="submit">
          Open the book
        </Button>
      </form>
    </main>
  )
}
