import { counted } from '@hatch-book/core'
import { leavingApi, newId, type ContactView, type WishView } from '@hatch-book/contract'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { PageHead } from '../parts/PageHead'
import { sendOrSay } from '../shell/api'
import { Link } from 'react-router'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { ANY_ANIMAL, AskedFields } from './AskedFields'
import { useCounter } from './queries'
import { BuyersOnly } from './BuyersOnly'

/** Who waits for what, and which animals would do; who buys, and what is held for them. */
export function WaitingPage() {
  return (
    <BuyersOnly title="Waiting list">
      <Waiting />
    </BuyersOnly>
  )
}

function Waiting() {
  const { data } = useCounter()
  const may = useMay()
  const [adding, setAdding] = useState<'wish' | 'contact' | null>(null)
  if (!data) return null
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
          Nobody is written down yet. Add whoever asked for an animal; then what they wait for is compared
          with who may leave.
        </p>
      )}
      <div className="columns" style={{ gridTemplateColumns: 'minmax(0, 1.5fr) minmax(0, 1fr)' }}>
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
                      <Link key={a.id} className="tag" to={`/animals/${a.id}`} style={{ marginRight: 8 }}>
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
              <Link key={a.id} className="tag" to={`/animals/${a.id}`} style={{ marginRight: 8 }}>
                {a.tag}
              </Link>
            ))}
          </>
        ) : (
          <span className="quiet">nobody that may leave would do yet</span>
        )}
      </div>
    </li>
  )
}

function ContactForm({ onDone }: { onDone(): void }) {
  const [name, setName] = useState('')
  const [reach, setReach] = useState('')
  const [says, setSays] = useState('')
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (name.trim() === '') return setSays('write a name')
    const refused = await sendOrSay(leavingApi.addContact, {
      body: { id: newId(), name: name.trim(), reach },
    })
    if (refused) setSays(refused)
    else onDone()
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 14 }}
      onSubmit={(e) => void save(e)}
      aria-label="New contact"
    >
      <div className="row">
        <Input
          aria-label="Name"
          placeholder="name"
          autoFocus
          value={name}
          maxLength={120}
          onChange={(e) => setName(e.target.value)}
          style={{ width: 220 }}
        />
        <Input
          aria-label="How to reach them"
          placeholder="how to reach them"
          value={reach}
          onChange={(e) => setReach(e.target.value)}
          style={{ width: 280 }}
        />
        <Button type="primary" htmlType="submit">
          Save
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
      {says && <p className="bad small">{says}</p>}
      <p className="small quiet" style={{ margin: '8px 0 0' }}>
        Keep no more of a person than you need, and only as long.
      </p>
    </form>
  )
}

function WishForm({ contacts, onDone }: { contacts: readonly ContactView[]; onDone(): void }) {
  const [contactId, setContact] = useState(contacts[0]!.id)
  const [asked, setAsked] = useState(ANY_ANIMAL)
  const [most, setMost] = useState<number | null>(null)
  const [says, setSays] = useState('')
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (!asked.protocolId) return setSays('choose a species')
    const refused = await sendOrSay(leavingApi.addWish, {
      body: {
        ...{ id: newId(), contactId, ...asked, protocolId: asked.protocolId },
        ...{ line: asked.line.trim(), trait: asked.trait.trim(), most },
      },
    })
    if (refused) setSays(refused)
    else onDone()
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 14 }}
      onSubmit={(e) => void save(e)}
      aria-label="New wish"
    >
      <div className="row">
        <Select
          aria-label="Who"
          value={contactId}
          onChange={setContact}
          options={contacts.map((c) => ({ value: c.id, label: c.name }))}
          style={{ width: 180 }}
        />
        <AskedFields asked={asked} onChange={setAsked} />
        <InputNumber aria-label="At most" placeholder="at most" min={0} value={most} onChange={setMost} />
        <Button type="primary" htmlType="submit">
          Save
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
      {says && <p className="bad small">{says}</p>}
    </form>
  )
}
