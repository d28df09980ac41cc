import {
  booksApi,
  PasswordChange,
  SecondFactorBegin,
  SecondFactorEnd,
  SecondFactorProof,
  type SecondFactorOffer,
} from '@hatch-book/contract'
import { Button } from 'antd'
import { qrcode } from 'bwip-js/browser'
import { useEffect, useRef, useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { PasswordField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send, useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'
import { BookHead } from './BookHead'
import { useSaying } from './useSaying'
import { useNotices } from '../shell/notices'

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
  const notification = useNotices()
  const form = useContractForm({
    begin: { current: '', password: '' },
    schema: PasswordChange,
    body: (draft) => draft,
    send: async (body) => {
      await send(booksApi.changePassword, { body })
      form.startAnew()
      notification.success({ title: 'Changed. Your other devices have to sign in again.' })
    },
  })
  return (
    <ContractForm
      of={form}
      label="Password"
      className="card"
      actions={<FormActions of={form} save="Change password" plain />}
    >
      <h3>Password</h3>
      <PasswordField name="current" label="Your password now" isOffered />
      <PasswordField name="password" label="A new one" isNew />
    </ContractForm>
  )
}

function SecondStep() {
  const { member } = useSession()
  const [offer, setOffer] = useState<SecondFactorOffer | null>(null)
  const done = () => setOffer(null)
  return (
    <div className="card above-16" role="region" aria-label="Second step">
      <h3>A second step at the door</h3>
      {member.secondFactor ? (
        <>
          <p>Signing in asks for six figures from your telephone too.</p>
          <ByPassword
            key="end"
            label="Do without"
            schema={SecondFactorEnd}
            send={(body) => send(booksApi.endSecondFactor, { body })}
          />
        </>
      ) : offer ? (
        <Proving offer={offer} onDone={done} />
      ) : (
        <>
          <p className="quiet">
            Whoever knows your password still cannot come in without your telephone. If you lose it, an owner
            of the book can let you in again.
          </p>
          <ByPassword
            key="begin"
            label="Set it up"
            schema={SecondFactorBegin}
            send={async (body) => setOffer(await send(booksApi.beginSecondFactor, { body }))}
          />
        </>
      )}
    </div>
  )
}

/** Something that is done once the password that holds has been given. */
function ByPassword({
  label,
  schema,
  send: done,
}: {
  label: string
  schema: typeof SecondFactorBegin | typeof SecondFactorEnd
  send(body: { password: string }): Promise<unknown>
}) {
  const form = useContractForm({
    begin: { password: '' },
    schema,
    body: (draft) => draft,
    send: async (body) => {
      await done(body)
      form.startAnew()
    },
  })
  return (
    <ContractForm of={form} label={label} actions={<FormActions of={form} save={label} plain />}>
      <PasswordField name="password" label="Your password" isOffered />
    </ContractForm>
  )
}

/** The telephone shows that it knows the key. */
function Proving({ offer, onDone }: { offer: SecondFactorOffer; onDone(): void }) {
  const form = useContractForm({
    begin: { code: '' },
    schema: SecondFactorProof,
    body: (draft) => draft,
    send: async (body) => {
      await send(booksApi.proveSecondFactor, { body })
      onDone()
    },
  })
  return (
    <>
      <p>Scan this with an authenticator app, or type its key there:</p>
      <Code address={offer.address} />
      <p>
        <code className="fig">{offer.secret.match(/.{1,4}/g)!.join(' ')}</code>
      </p>
      <ContractForm of={form} label="Second step" actions={<FormActions of={form} save="Turn it on" />}>
        <TextField name="code" label="The six figures it shows" isCode />
      </ContractForm>
    </>
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
