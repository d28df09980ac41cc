import { newId, leavingApi, type AnimalPage, type AnimalRow } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { AutoComplete, Button, Input, Modal, Skeleton } from 'antd'
import { useState, type ReactNode } from 'react'
import * as v from 'valibot'
import { describeAnimal } from '../parts/identityWords'
import { ContractForm } from '../parts/form/ContractForm'
import { DayField, Field, NumberField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useLog } from '../shell/log'
import { useAnimal } from '../shell/queries'
import { useGoOn } from '../shell/useGoOn'
import { useCounter } from './queries'

/** Money, in whatever the book is kept in. */
function PriceField({
  name = 'price',
  label = 'Price',
  needed = false,
  hint,
}: {
  name?: string
  label?: string
  needed?: boolean
  hint?: ReactNode
}) {
  return (
    <NumberField
      {...{ name, label, hint, min: 0, max: 1_000_000, width: 140, parts: true }}
      {...(needed && { needed: 'write the price; 0 where it is given away' })}
    />
  )
}

/** Where the fields will stand, while the animal is asked for. */
const FieldsToCome = () => <Skeleton active title={false} paragraph={{ rows: 3 }} />

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
      {data ? <SaleFields {...props} page={data} /> : <FieldsToCome />}
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
    body: ({ price, buyer }) => (kind === 'sold' ? { price, buyer: buyer.trim() } : { price }),
    send: async (payload) => {
      const sold = v.is(payloadSchema('sold'), payload) ? payload : null
      await enter(
        [sold ? { kind: 'sold', subject, payload: sold } : { kind: 'listed', subject, payload }],
        `${animal.tag} ${sold ? `sold to ${sold.buyer}` : 'listed'}`,
      )
      onDone()
      if (sold) goOn(`/leaving/${animal.id}/hand-over`)
    },
  })
  return (
    <ContractForm
      of={sale}
      label={kind === 'sold' ? `Sell ${animal.tag}` : `List ${animal.tag}`}
      actions={<FormActions of={sale} save={kind === 'sold' ? 'Sell' : 'List it'} onCancel={onDone} />}
    >
      <PriceField
        needed
        hint={[
          asked ? `${asked.price}: ${asked.says}.` : 'Not to be sold.',
          `Usual range ${price.least}–${price.most}.`,
          ...(reservation && reservation.deposit > 0 ? [`${reservation.deposit} paid already.`] : []),
        ].join(' ')}
      />
      {kind === 'sold' && (
        <TextField name="buyer" label="Buyer" most={120} autoFocus needed="write who takes it home" />
      )}
      <p className="small quiet">{cautions}</p>
    </ContractForm>
  )
}

/** Reserves an animal for a buyer: a contact by name, a price, what was paid, and until when. */
export function ReserveForm(props: { animal: AnimalRow; onDone(): void }) {
  const { animal, onDone } = props
  const { data: page } = useAnimal(animal.id)
  const { data: counter } = useCounter()
  return (
    <Modal title={`Reserve ${animal.tag}`} open onCancel={onDone} footer={null}>
      <p className="quiet">{describeAnimal(animal)}</p>
      {page ? <ReserveFields {...props} page={page} contacts={counter?.contacts ?? []} /> : <FieldsToCome />}
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
  const reservation = useContractForm({
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
        await send(leavingApi.addContact, { body: { id: contactId, name } })
      await enter(
        [{ kind: 'reserved', subject: { type: 'animal', id: animal.id }, payload }],
        `${animal.tag} is reserved for ${name}`,
      )
      onDone()
    },
  })
  return (
    <ContractForm
      of={reservation}
      label={`Reserve ${animal.tag}`}
      actions={<FormActions of={reservation} save="Reserve animal" onCancel={onDone} />}
    >
      <Field name="name" label="Buyer" needed="write who it is reserved for">
        <AutoComplete
          autoFocus
          options={contacts.map((c) => ({ value: c.name }))}
          showSearch={{
            filterOption: (typed, option) => option!.value.toLowerCase().includes(typed.toLowerCase()),
          }}
        />
      </Field>
      <div className="row fields">
        <PriceField needed />
        <PriceField name="deposit" label="Deposit paid" />
        <DayField name="until" label="Reserved until" width={160} />
      </div>
      {asked && (
        <p className="small quiet">
          {asked.price}: {asked.says}.
        </p>
      )}
    </ContractForm>
  )
}

export function EndReservation({ animal }: { animal: AnimalRow }) {
  const { write } = useLog()
  return (
    <Button
      size="small"
      aria-label={`cancel reservation of ${animal.tag}`}
      onClick={() =>
        void write(
          [
            {
              kind: 'reservation ended',
              subject: { type: 'animal', id: animal.id },
              payload: { because: 'not wanted any more' },
            },
          ],
          `${animal.tag} is no longer reserved`,
        )
      }
    >
      cancel reservation
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
