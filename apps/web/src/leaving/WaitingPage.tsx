import { counted } from '@hatch-book/core'
import {
  ContactDraft,
  leavingApi,
  newId,
  WishDraft,
  type ContactView,
  type WishView,
} from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { PageHead } from '../parts/PageHead'
import { send } from '../shell/api'
import { Link } from 'react-router'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { ANY_ANIMAL, AskedFields } from './AskedFields'
import { useCounter } from './queries'
import { BuyersOnly } from './BuyersOnly'
import { NotYet } from '../parts/NotYet'

/** Who waits for what, and which animals would do; who buys, and what is held for them. */
export function WaitingPage() {
  return (
    <BuyersOnly title="Waiting list">
      <Waiting />
    </BuyersOnly>
  )
}

function Waiting() {
  const asked = useCounter()
  const { data } = asked
  const may = useMay()
  const [adding, setAdding] = useState<'wish' | 'contact' | null>(null)
  if (!data) return <NotYet of={asked} />
  return (
    <section className="page">
      <PageHead title={`Waiting list: ${counted(data.wishes.length, 'request')}`}>
        {may.decide && <Button onClick={() => setAdding('contact')}>New contact</Button>}
        {may.decide && data.contacts.length > 0 && (
          <Button type="primary" onClick={() => setAdding('wish')}>
            Somebody wants …
          </Button>
        )}
      </PageHead>
      {adding === 'contact' && <ContactForm onDone={() => setAdding(null)} />}
      {adding === 'wish' && <WishForm contacts={data.contacts} onDone={() => setAdding(null)} />}
      {data.contacts.length === 0 && !adding && (
        <p className="empty">
          No request yet. Add whoever asked for an animal; then what they wait for is compared with who may
          leave.
        </p>
      )}
      <div className="columns wider-left">
        <ul className="lines" aria-label="Wishes">
          {data.wishes.map((w) => (
            <Wish key={w.id} wish={w} />
          ))}
        </ul>
        <div>
          {data.contacts.length > 0 && <h2>Contacts ({data.contacts.length})</h2>}
          <ul className="lines">
            {data.contacts.map((c) => (
              <li key={c.id}>
                <strong>{c.name}</strong> <span className="small quiet">{c.reach}</span>
                {c.animals.length > 0 && (
                  <div className="small">
                    reserved for them:{' '}
                    {c.animals.map((a) => (
                      <Link key={a.id} className="tag after-8" to={`/animals/${a.id}`}>
                        {a.tag}
                      </Link>
                    ))}
                  </div>
                )}
              </li>
            ))}
          </ul>
        </div>
      </div>
    </section>
  )
}

function Wish({ wish: w }: { wish: WishView }) {
  const figures = useFigures()
  const sendAndSay = useSendAndSay()
  const may = useMay()
  const wanted = [w.sex === 'either' ? '' : w.sex, w.trait, w.line || w.species].filter((p) => p !== '')
  return (
    <li>
      <div className="between">
        <span>
          <strong>{w.contact.name}</strong> wants {wanted.join(', ')}
          {w.most !== null && `, for at most ${w.most}`}
          {w.note && <span className="quiet"> ({w.note})</span>}
        </span>
        <span className="small quiet nowrap">
          since {figures.day(w.since)}
          {may.decide && (
            <>
              {' · '}
              <button
                type="button"
                className="plain"
                aria-label={`end it: the wish of ${w.contact.name}`}
                onClick={() =>
                  void sendAndSay(leavingApi.changeWish, {
                    params: { id: w.id },
                    body: { version: w.version, ended: 'withdrawn' },
                  })
                }
              >
                end it
              </button>
            </>
          )}
        </span>
      </div>
      <div className="small">
        {w.fits.length > 0 ? (
          <>
            would do:{' '}
            {w.fits.map((a) => (
              <Link key={a.id} className="tag after-8" to={`/animals/${a.id}`}>
                {a.tag}
              </Link>
            ))}
          </>
        ) : (
          <span className="quiet">none for sale would suit yet</span>
        )}
      </div>
    </li>
  )
}

function ContactForm({ onDone }: { onDone(): void }) {
  const form = useContractForm({
    begin: { name: '', reach: '' },
    schema: ContactDraft,
    body: ({ name, reach }) => ({ id: newId(), name: name.trim(), reach }),
    send: async (body) => {
      await send(leavingApi.addContact, { body })
      onDone()
    },
  })
  return (
    <ContractForm
      of={form}
      className="card now under"
      label="New contact"
      actions={<FormActions of={form} save="Save contact" onCancel={onDone} />}
    >
      <div className="row fields">
        <TextField name="name" label="Name" most={120} width={220} autoFocus needed="Write a name" />
        <TextField name="reach" label="How to reach them" width={280} />
      </div>
      <p className="small quiet">Keep no more of a person than you need, and only as long.</p>
    </ContractForm>
  )
}

function WishForm({ contacts, onDone }: { contacts: readonly ContactView[]; onDone(): void }) {
  const form = useContractForm({
    begin: { contactId: contacts[0]!.id, ...ANY_ANIMAL, most: null as number | null },
    schema: WishDraft,
    body: ({ line, trait, ...draft }) => ({ ...draft, id: newId(), line: line.trim(), trait: trait.trim() }),
    send: async (body) => {
      await send(leavingApi.addWish, { body })
      onDone()
    },
  })
  return (
    <ContractForm
      of={form}
      className="card now under"
      label="New wish"
      actions={<FormActions of={form} save="Save wish" onCancel={onDone} />}
    >
      <div className="row fields">
        <PickField
          name="contactId"
          label="Who"
          options={contacts.map((c) => ({ value: c.id, label: c.name }))}
          width={180}
        />
        <AskedFields />
        <NumberField name="most" label="At most" min={0} max={1e7} parts width={110} />
      </div>
    </ContractForm>
  )
}
