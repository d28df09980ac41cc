import { newId, salesApi, type AnimalPage, type AnimalRow } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { AutoComplete, Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { describeAnimal } from '../parts/AnimalCard'
import { ContractForm } from '../parts/form/ContractForm'
import { DayField, Field, NumberField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useLog } from '../shell/log'
import { useAnimal } from '../shell/queries'
import { useGoOn } from '../shell/useGoOn'
import { useCounter } from './queries'

/** Listing or selling one: the price by the list, less for a defect. */
export function SaleForm(props: { animal: AnimalRow; kind: 'listed' | 'sold'; onDone(): void }) {
  const { animal, kind, onDone } = props
  const { data } = useAnimal(animal.id)
  return (
    <Modal
      title={kind === 'sold' ? `Sell ${animal.tag}` : `List ${animal.tag}`}
      open
      onCancel={onDone}
      footer={null}
    >
      <p className="quiet">{describeAnimal(animal)}</p>
      {data && <SaleFields {...props} page={data} />}
    </Modal>
  )
}

function SaleFields({
  animal,
  kind,
  onDone,
  page: { asked, price, reservation, cautions },
}: {
  animal: AnimalRow
  kind: 'listed' | 'sold'
  onDone(): void
  page: AnimalPage
}) {
  const { enter } = useLog()
  const goOn = useGoOn()
  const subject = { type: 'animal' as const, id: animal.id }
  const sale = useContractForm({
    begin: {
      price: (reservation?.price ?? asked?.price ?? null) as number | null,
      buyer: reservation?.name ?? '',
    },
    schema: kind === 'sold' ? payloadSchema('sold') : payloadSchema('listed'),
    body: (draft) =>
      kind === 'sold' ? { price: draft.price, buyer: draft.buyer.trim() } : { price: draft.price },
    send: async (payload) => {
      const buyer = sale.draft.buyer.trim()
      const isSold = kind === 'sold'
      await enter(
        [isSold ? { kind, subject, payload: { ...payload, buyer } } : { kind, subject, payload }],
        `${animal.tag} ${isSold ? `sold to ${buyer}` : 'listed'}`,
      )
      onDone()
      if (isSold) goOn(`/leaving/${animal.id}/hand-over`)
    },
  })
  return (
    <ContractForm
      of={sale}
      label={kind === 'sold' ? `Sell ${animal.tag}` : `List ${animal.tag}`}
      actions={<FormActions of={sale} save={kind === 'sold' ? 'Sell' : 'List it'} onCancel={onDone} />}
    >
      <NumberField
        name="price"
        label="Price"
        min={0}
        max={1_000_000}
        parts
        width={140}
        needed="write the price; 0 where it is given away"
        hint={`${asked ? `${asked.price} ${asked.says}` : 'never to be sold'}; usual ${price.least} to ${price.most}${reservation && reservation.deposit > 0 ? `; ${reservation.deposit} paid already` : ''}`}
      />
      {kind === 'sold' && (
        <TextField name="buyer" label="Buyer" most={120} autoFocus needed="write who takes it home" />
      )}
      <p className="small quiet">{cautions}</p>
    </ContractForm>
  )
}

/** Holds an animal for somebody: a contact by name, a price, what was paid, and until when. */
export function ReserveForm(props: { animal: AnimalRow; onDone(): void }) {
  const { animal, onDone } = props
  const { data: page } = useAnimal(animal.id)
  const { data: counter } = useCounter()
  return (
    <Modal title={`Hold ${animal.tag} for somebody`} open onCancel={onDone} footer={null}>
      <p className="quiet">{describeAnimal(animal)}</p>
      {page && counter && <ReserveFields {...props} page={page} contacts={counter.contacts} />}
    </Modal>
  )
}

function ReserveFields({
  animal,
  onDone,
  page: { asked },
  contacts,
}: {
  animal: AnimalRow
  onDone(): void
  page: AnimalPage
  contacts: readonly { id: string; name: string }[]
}) {
  const { enter } = useLog()
  const holding = useContractForm({
    begin: {
      ...{ name: '', price: (asked?.price ?? null) as number | null },
      ...{ deposit: null as number | null, until: null as string | null },
    },
    schema: payloadSchema('reserved'),
    body: ({ name, deposit, ...draft }) => {
      const known = contacts.find((c) => c.name.toLowerCase() === name.trim().toLowerCase())
      return { ...draft, name: name.trim(), deposit: deposit ?? 0, contactId: known?.id ?? newId() }
    },
    send: async (payload) => {
      const { contactId, name } = payload
      if (!contacts.some((c) => c.id === contactId))
        await send(salesApi.addContact, { body: { id: contactId, name } })
      await enter(
        [{ kind: 'reserved', subject: { type: 'animal', id: animal.id }, payload }],
        `${animal.tag} is held for ${name}`,
      )
      onDone()
    },
  })
  return (
    <ContractForm
      of={holding}
      label={`Hold ${animal.tag} for somebody`}
      actions={<FormActions of={holding} save="Hold it" onCancel={onDone} />}
    >
      <Field name="name" label="For whom" needed="write for whom">
        <AutoComplete
          autoFocus
          options={contacts.map((c) => ({ value: c.name }))}
          showSearch={{
            filterOption: (typed, option) => option!.value.toLowerCase().includes(typed.toLowerCase()),
          }}
        />
      </Field>
      <div className="row fields">
        <NumberField
          name="price"
          label="Price"
          min={0}
          max={1_000_000}
          parts
          width={120}
          needed="write the price"
          hint={asked && `${asked.price} ${asked.says}`}
        />
        <NumberField name="deposit" label="Deposit paid" min={0} max={1_000_000} parts width={120} />
        <DayField name="until" label="Hand-over, or held until" width={160} />
      </div>
    </ContractForm>
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
