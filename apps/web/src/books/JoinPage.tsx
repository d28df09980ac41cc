import { InvitationTaken, booksApi } from '@hatch-book/contract'
import { Button, Input } from 'antd'
import { useState, type FormEvent } from 'react'
import { useNavigate, useParams } from 'react-router'
import { fit, send, useAsk } from '../shell/api'
import { forgetQueries } from '../shell/keptQueries'
import { ROLE_SAYS } from './roleWords'
import { useSaying } from './useSaying'
import { NotYet } from '../parts/NotYet'

/** Where a link leads: somebody new joins the book, or a member chooses a new password. */
export function JoinPage() {
  const { key } = useParams()
  const navigate = useNavigate()
  const saying = useSaying('name', 'email', 'password')
  const [person, setPerson] = useState({ name: '', email: '', password: '' })
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
  if (!data) return <NotYet of={asked} page />
  const join = (event: FormEvent) => {
    event.preventDefault()
    const sent = data.email ? { password: person.password } : person
    void saying.run(async () => {
      await send(booksApi.join, { params: { key: key! }, body: fit(InvitationTaken, sent) })
      await forgetQueries()
      await navigate('/round')
    })
  }
  const field = (name: keyof typeof person, label: string, type: string, complete: string) => (
    <div className="field">
      <label htmlFor={name}>{label}</label>
      <Input
        id={name}
        size="large"
        type={type}
        autoComplete={complete}
        value={person[name]}
        onChange={(e) => setPerson({ ...person, [name]: e.target.value })}
      />
      {saying.of(name) && <span className="says">{saying.of(name)}</span>}
    </div>
  )
  return (
    <main className="alone">
      <h1>{data.bookName}</h1>
      {data.email ? (
        <p>
          {data.name}, choose a new password for <strong>{data.email}</strong>.
        </p>
      ) : (
        <p>
          You are invited as {data.role === 'owner' ? 'an owner' : `a ${data.role}`}: one who{' '}
          {ROLE_SAYS[data.role]}
          {data.endsOn && `, until ${data.endsOn}`}.
        </p>
      )}
      <form onSubmit={join} noValidate>
        {!data.email && field('name', 'Your name', 'text', 'name')}
        {!data.email && field('email', 'Your address, to sign in with', 'email', 'username')}
        {field('password', 'A password, at least 10 characters', 'password', 'new-password')}
        {saying.says && (
          <p className="note bad" role="alert">
            {saying.says}
          </p>
        )}
        <Button type="primary" size="large" block htmlType="submit" loading={saying.busy}>
          {data.email ? 'Take it' : 'Join the book'}
        </Button>
      </form>
    </main>
  )
}
