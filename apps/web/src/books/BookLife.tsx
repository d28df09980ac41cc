import { booksApi } from '@hatch-book/contract'
import { Button, Input } from 'antd'
import { useState, type FormEvent } from 'react'
import { send } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { useMay, useSession } from '../shell/session'
import { useSaying } from './useSaying'

/** A second book beside this one, and the end of this one. */
export function BookLife() {
  const may = useMay()
  if (!may.run) return null
  return (
    <div className="columns" style={{ gridTemplateColumns: '1fr 1fr', marginTop: 22 }}>
      <AnotherBook />
      <DeleteBook />
    </div>
  )
}

function AnotherBook() {
  const { book } = useSession()
  const saying = useSaying('name')
  const [name, setName] = useState('')
  const open = (event: FormEvent) => {
    event.preventDefault()
    void saying.run(async () => {
      await send(booksApi.open, { body: { name, zone: book.zone } })
      await forgetQueries('/protocols/library')
    })
  }
  return (
    <form className="card" onSubmit={open} noValidate aria-label="Another book">
      <h3>Another book</h3>
      <p className="small quiet">
        For another room or another purpose, with nothing in it. You come in by the same password; signing in
        then asks which.
      </p>
      <div className="field">
        <label htmlFor="another">Its name</label>
        <Input id="another" value={name} onChange={(e) => setName(e.target.value)} />
        {saying.of('name') && <span className="says">{saying.of('name')}</span>}
      </div>
      {saying.says && <p className="note bad">{saying.says}</p>}
      <Button htmlType="submit">Open it</Button>
    </form>
  )
}

function DeleteBook() {
  const { book } = useSession()
  const saying = useSaying('name', 'current', 'password')
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const remove = (event: FormEvent) => {
    event.preventDefault()
    void saying.run(() => send(booksApi.delete, { body: { name, password } }))
  }
  return (
    <details className="card">
      <summary>Delete this book</summary>
      <form onSubmit={remove} noValidate aria-label="Delete this book">
        <p>
          It is closed to everybody at once. For thirty days you can bring it back; then it is gone for good,
          with every entry and photo. Save the whole book as a file before.
        </p>
        <div className="field">
          <label htmlFor="delete-name">Write its name: {book.name}</label>
          <Input id="delete-name" autoComplete="off" value={name} onChange={(e) => setName(e.target.value)} />
          {saying.of('name') && <span className="says">{saying.of('name')}</span>}
        </div>
        <div className="field">
          <label htmlFor="delete-password">Your password</label>
          <Input.Password
            id="delete-password"
            autoComplete="off"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
          {(saying.of('current') ?? saying.of('password')) && (
            <span className="says">{saying.of('current') ?? saying.of('password')}</span>
          )}
        </div>
        {saying.says && <p className="note bad">{saying.says}</p>}
        <Button danger htmlType="submit">
          Delete it
        </Button>
      </form>
    </details>
  )
}
