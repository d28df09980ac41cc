import { salesApi, newId, type AnimalRow } from '@hatch-book/contract'
import { AutoComplete, Button, DatePicker, Input, InputNumber, Modal } from 'antd'
import type { Dayjs } from 'dayjs'
import { useState } from 'react'
import { sendOrSay } from '../shell/api'
import { describeAnimal } from '../parts/AnimalCard'
import { useLog } from '../shell/log'
import { useAnimal } from '../shell/queries'
import { useCounter } from './queries'
import { useGoOn } from '../shell/useGoOn'

/** Listing or selling one: the price by the list, less for a defect. */
export function SaleForm({
  animal,
  kind,
  onDone,
}: {
  animal: AnimalRow
  kind: 'listed' | 'sold'
  onDone(): void
}) {
  const { data } = useAnimal(animal.id)
  const { write } = useLog()
  const goOn = useGoOn()
  const [price, setPrice] = useState<number | null>(null)
  const [typed, setBuyer] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const buyer = typed ?? data?.reservation?.name ?? ''
  const asked = price ?? data?.reservation?.price ?? data?.asked?.price ?? 0
  const save = async () => {
    if (kind === 'sold' && buyer.trim() === '') return setSays('write who takes it home')
    const subject = { type: 'animal' as const, id: animal.id }
    if (
      await write(
        [
          kind === 'sold'
            ? { kind, subject, payload: { buyer: buyer.trim(), price: asked } }
            : { kind, subject, payload: { price: asked } },
        ],
        `${animal.tag} ${kind === 'sold' ? `sold to ${buyer.trim()}` : 'listed'}`,
      )
    ) {
      onDone()
      if (kind === 'sold') goOn(`/leaving/${animal.id}/hand-over`)
    }
  }
  return (
    <Modal
      title={kind === 'sold' ? `Sell ${animal.tag}` : `List ${animal.tag}`}
      open
      okText={kind === 'sold' ? 'Sold' : 'List it'}
      onOk={() => void save()}
      onCancel={onDone}
    >
      <p className="quiet">{describeAnimal(animal)}</p>
      <div className="field">
        <label htmlFor="price">Price</label>
        <InputNumber id="price" min={0} max={1000000} value={asked} onChange={setPrice} />
        {data && (
          <span className="small quiet">
            {data.asked ? `${data.asked.price} ${data.asked.says}` : 'never to be sold'}; usual{' '}
            {data.price.least} to {data.price.most}
            {data.reservation && data.reservation.deposit > 0 && `; ${data.reservation.deposit} paid already`}
          </span>
        )}
      </div>
      {kind === 'sold' && (
        <div className="field">
          <label htmlFor="buyer">Buyer</label>
          <Input
            id="buyer"
            autoFocus
            value={buyer}
            onChange={(e) => setBuyer(e.target.value)}
            maxLength={120}
            onPressEnter={() => void save()}
          />
          {says && <span className="says">{says}</span>}
        </div>
      )}
      {data && <p className="small quiet">{data.cautions}</p>}
    </Modal>
  )
}

/** Holds an animal for somebody: a contact by name, a price, what was paid, and until when. */
export function ReserveForm({ animal, onDone }: { animal: AnimalRow; onDone(): void }) {
  const { data } = useAnimal(animal.id)
  const { data: counter } = useCounter()
  const { write } = useLog()
  const [name, setName] = useState('')
  const [price, setPrice] = useState<number | null>(null)
  const [deposit, setDeposit] = useState<number | null>(null)
  const [until, setUntil] = useState<Dayjs | null>(null)
  const [says, setSays] = useState('')
  const asked = price ?? data?.asked?.price ?? 0
  const save = async () => {
    const who = name.trim()
    if (who === '') return setSays('write for whom')
    let contactId = counter?.contacts.find((c) => c.name.toLowerCase() === who.toLowerCase())?.id
    if (!contactId) {
      contactId = newId()
      const refused = await sendOrSay(salesApi.addContact, { body: { id: contactId, name: who } })
      if (refused) return setSays(refused)
    }
    const payload = {
      ...{ contactId, name: who, price: asked, deposit: deposit ?? 0 },
      until: until ? until.format('YYYY-MM-DD') : null,
    }
    if (
      await write(
        [{ kind: 'reserved', subject: { type: 'animal', id: animal.id }, payload }],
        `${animal.tag} is held for ${who}`,
      )
    )
      onDone()
  }
  return (
    <Modal
      title={`Hold ${animal.tag} for somebody`}
      open
      okText="Hold it"
      onOk={() => void save()}
      onCancel={onDone}
    >
      <p className="quiet">{describeAnimal(animal)}</p>
      <div className="field">
        <label htmlFor="for-whom">For whom</label>
        <AutoComplete
          id="for-whom"
          autoFocus
          value={name}
          onChange={setName}
          options={(counter?.contacts ?? []).map((c) => ({ value: c.name }))}
          showSearch={{
            filterOption: (typed, option) => option!.value.toLowerCase().includes(typed.toLowerCase()),
          }}
        />
        {says && <span className="says">{says}</span>}
      </div>
      <div className="row" style={{ gap: 16 }}>
        <div className="field">
          <label htmlFor="held-price">Price</label>
          <InputNumber id="held-price" min={0} value={asked} onChange={setPrice} />
        </div>
        <div className="field">
          <label htmlFor="deposit">Deposit paid</label>
          <InputNumber id="deposit" min={0} value={deposit} onChange={setDeposit} />
        </div>
        <div className="field">
          <label htmlFor="held-until">Hand-over, or held until</label>
          <DatePicker id="held-until" value={until} onChange={setUntil} />
        </div>
      </div>
      {data?.asked && <p className="small quiet">{`${data.asked.price} ${data.asked.says}`}</p>}
    </Modal>
  )
}

export function EndReservation({ animal }: { animal: AnimalRow }) {
  const { write } = useLog()
  return (
    <Button
      size="small"
      aria-label={`free it: ${animal.tag}`}
      onClick={() =>
        void write(
          [
            {
              kind: 'reservation ended',
              subject: { type: 'animal', id: animal.id },
              payload: { because: 'not wanted any more' },
            },
          ],
          `${animal.tag} is free again`,
        )
      }
    >
      free it
    </Button>
  )
}

/** One that was sold comes back, or goes on to somebody else: the record holds. */
export function ComeBack({ animal }: { animal: AnimalRow }) {
  const { write } = useLog()
  const [open, setOpen] = useState(false)
  const [words, setWords] = useState('')
  const subject = { type: 'animal' as const, id: animal.id }
  const save = async (item: Parameters<typeof write>[0][number], says: string) => {
    if (words.trim() === '') return
    if (await write([item], says)) setOpen(false)
  }
  return (
    <>
      <button
        type="button"
        className="plain small"
        aria-label={`after ${animal.tag} left`}
        onClick={() => setOpen(true)}
      >
        after
      </button>
      <Modal title={`${animal.tag} after it left`} open={open} onCancel={() => setOpen(false)} footer={null}>
        <div className="field">
          <label htmlFor={`after-${animal.id}`}>Why it came back, or to whom it went</label>
          <Input
            id={`after-${animal.id}`}
            value={words}
            maxLength={120}
            autoFocus
            onChange={(e) => setWords(e.target.value)}
          />
        </div>
        <div className="row">
          <Button
            type="primary"
            onClick={() =>
              void save(
                { kind: 'returned', subject, payload: { because: words.trim() } },
                `${animal.tag} is back`,
              )
            }
          >
            It came back
          </Button>
          <Button
            onClick={() =>
              void save(
                { kind: 'changed hands', subject, payload: { to: words.trim() } },
                `${animal.tag} went on to ${words.trim()}`,
              )
            }
          >
            It changed hands
          </Button>
        </div>
        <p className="small quiet">One that comes back is kept apart until its quarantine ends.</p>
      </Modal>
    </>
  )
}
