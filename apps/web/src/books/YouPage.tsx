import { booksApi, type SecondFactorOffer } from '@hatch-book/contract'
import { App, Button, Input } from 'antd'
import { qrcode } from 'bwip-js/browser'
import { useEffect, useRef, useState, type FormEvent } from 'react'
import { send, useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'
import { BookHead } from './BookHead'
import { useSaying } from './useSaying'

/** One's own doors: the password, the second step, and where one is signed in. */
export function YouPage() {
  return (
    <section className="page">
      <BookHead title="Your account" />
      <div className="columns halves">
        <div>
          <Password />
          <SecondStep />
        </div>
        <Devices />
      </div>
    </section>
  )
}

function Password() {
  const { notification } = App.useApp()
  const saying = useSaying('current', 'password')
  const [current, setCurrent] = useState('')
  const [password, setPassword] = useState('')
  const change = async (event: FormEvent) => {
    event.preventDefault()
    if (!(await saying.run(() => send(booksApi.changePassword, { body: { current, password } })))) return
    setCurrent('')
    setPassword('')
    notification.success({ title: 'Changed; your other devices have to sign in anew' })
  }
  return (
    <form className="card" onSubmit={(e) => void change(e)} noValidate aria-label="Password">
      <h3>Password</h3>
      <div className="field">
        <label htmlFor="current">Your password now</label>
        <Input.Password
          id="current"
          autoComplete="current-password"
          value={current}
          onChange={(e) => setCurrent(e.target.value)}
        />
        {saying.of('current') && <span className="says">{saying.of('current')}</span>}
      </div>
      <div className="field">
        <label htmlFor="new-password">A new one</label>
        <Input.Password
          id="new-password"
          autoComplete="new-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        {saying.of('password') && <span className="says">{saying.of('password')}</span>}
      </div>
      {saying.says && <p className="note bad">{saying.says}</p>}
      <Button htmlType="submit" loading={saying.busy}>
        Change it
      </Button>
    </form>
  )
}

function SecondStep() {
  const { member } = useSession()
  const saying = useSaying()
  const [offer, setOffer] = useState<SecondFactorOffer | null>(null)
  const [typed, setTyped] = useState('')
  const done = () => {
    setOffer(null)
    setTyped('')
  }
  const prove = async (event: FormEvent) => {
    event.preventDefault()
    if (await saying.run(() => send(booksApi.proveSecondFactor, { body: { code: typed } }))) done()
  }
  const end = async (event: FormEvent) => {
    event.preventDefault()
    if (await saying.run(() => send(booksApi.endSecondFactor, { body: { password: typed } }))) done()
  }
  return (
    <div className="card above-16" role="region" aria-label="Second step">
      <h3>A second step at the door</h3>
      {member.secondFactor ? (
        <form onSubmit={(e) => void end(e)} noValidate>
          <p>Signing in asks for six figures from your telephone too.</p>
          <div className="row gap-8">
            <Input.Password
              aria-label="Your password"
              placeholder="your password"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
            <Button htmlType="submit">Do without</Button>
          </div>
        </form>
      ) : offer ? (
        <form onSubmit={(e) => void prove(e)} noValidate>
          <p>Scan this with an application for time codes, or type its key there:</p>
          <Code address={offer.address} />
          <p>
            <code className="fig">{offer.secret.match(/.{1,4}/g)!.join(' ')}</code>
          </p>
          <div className="row gap-8">
            <Input
              aria-label="The six figures it shows"
              placeholder="six figures"
              inputMode="numeric"
              autoComplete="one-time-code"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
            <Button type="primary" htmlType="submit">
              That is it
            </Button>
          </div>
        </form>
      ) : (
        <>
          <p className="quiet">
            Whoever knows your password still cannot come in without your telephone. If you lose it, an owner
            of the book can let you in anew.
          </p>
          <form
            className="row gap-8"
            noValidate
            onSubmit={(e) => {
              e.preventDefault()
              void saying.run(async () => {
                setOffer(await send(booksApi.beginSecondFactor, { body: { password: typed } }))
                setTyped('')
              })
            }}
          >
            <Input.Password
              aria-label="Your password"
              placeholder="your password"
              autoComplete="current-password"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
            <Button htmlType="submit">Set it up</Button>
          </form>
        </>
      )}
      {saying.says && (
        <p className="note bad" role="alert">
          {saying.says}
        </p>
      )}
    </div>
  )
}

function Code({ address }: { address: string }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (canvas.current)
      qrcode(canvas.current, {
        ...{ bcid: 'qrcode', text: address, scale: 3 },
        ...{ barcolor: '000000', backgroundcolor: 'ffffff', paddingwidth: 3, paddingheight: 3 },
      })
  }, [address])
  return <canvas ref={canvas} role="img" aria-label="The key as a code to scan" />
}

/** The devices of one person fit on a card; programs that sign in again and again do not. */
const FEW = 8

function Devices() {
  const figures = useFigures()
  const saying = useSaying()
  const { data } = useAsk(booksApi.sessions)
  const [isAll, setAll] = useState(false)
  const others = data?.sessions.filter((s) => !s.isThis).length ?? 0
  return (
    <div className="card" role="region" aria-label="Where you are signed in">
      <h3>Where you are signed in</h3>
      <ul className="lines">
        {data?.sessions.slice(0, isAll ? undefined : FEW).map((s) => (
          <li key={s.id} className="between">
            <span>
              {s.device || 'a device without a name'} {s.isThis && <strong>this one</strong>}
              <br />
              <span className="small quiet">
                since {figures.instant(s.openedAt)}, last heard of {figures.instant(s.seenAt)}
              </span>
            </span>
            {!s.isThis && (
              <button
                type="button"
                className="plain"
                onClick={() => void saying.run(() => send(booksApi.closeSession, { params: { id: s.id } }))}
              >
                sign out
              </button>
            )}
          </li>
        ))}
      </ul>
      {!isAll && data && data.sessions.length > FEW && (
        <p>
          <button type="button" className="plain" onClick={() => setAll(true)}>
            {data.sessions.length - FEW} more
          </button>
        </p>
      )}
      {others > 0 && (
        <Button
          onClick={() => void saying.run(() => send(booksApi.closeSessions, { body: { which: 'others' } }))}
        >
          Sign out the {others === 1 ? 'other one' : `other ${others}`}
        </Button>
      )}
      {saying.says && <p className="note bad">{saying.says}</p>}
    </div>
  )
}
