import type { Entry, EntryInput } from '@hatch-book/contract'
import { entryInWords, fieldsOfEntry, instantOfDay, payloadSchema, type PayloadField } from '@hatch-book/core'
import { Modal } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { fit } from '../shell/api'
import { useFigures, type Figures, type Quantifiable } from '../shell/figures'
import { correctionOf, useLog, type ToWrite } from '../shell/log'
import { useSession } from '../shell/session'
import { ContractForm } from './form/ContractForm'
import { FormActions } from './form/FormActions'
import {
  ChoiceField,
  DayField,
  MomentField,
  NumberField,
  PickField,
  QuantityField,
  quantityOf,
  TextField,
} from './form/fields'
import { useContractForm, type ContractForm as ContractFormOf } from './form/useContractForm'
import { WhatFollows } from './WhatFollows'

/** What stands in the form: when it was, and what it carries, each as its field holds it. */
interface Draft {
  at: string
  payload: Record<string, unknown>
}

const QUANTITY: Partial<Record<PayloadField['of'], Quantifiable>> = {
  mass: 'mass',
  temperature: 'temperature',
}
const NOT_SAID = 'not said'

/** A value of the log as its field holds it. */
function held({ of }: PayloadField, value: unknown, figures: Figures): unknown {
  const quantity = QUANTITY[of]
  if (quantity) return figures.typed[quantity].write((value as number | undefined) ?? null)
  if (of === 'share') return typeof value === 'number' ? Math.round(value * 1000) / 10 : null
  if (of === 'yes or no') return value === undefined ? NOT_SAID : value ? 'yes' : 'no'
  return value ?? (of === 'text' ? '' : null)
}

/** What a field holds as the log has it; undefined where it says nothing. */
function said({ of }: PayloadField, value: unknown, figures: Figures): unknown {
  const quantity = QUANTITY[of]
  if (quantity) return quantityOf(figures, quantity, String(value ?? '')) ?? undefined
  if (of === 'yes or no') return value === NOT_SAID ? undefined : value === 'yes'
  if (value === null || value === undefined) return undefined
  if (of === 'share') return Number(value) / 100
  return of === 'text' && String(value).trim() === '' ? undefined : value
}

/** Writes an entry otherwise: what it says, and when that was. The old one stays readable, struck out by the new. */
export function CorrectEntry({ entry, onDone }: { entry: Entry; onDone(): void }) {
  const figures = useFigures()
  return (
    <Modal title="Correct this entry" open onCancel={onDone} footer={null} destroyOnHidden>
      <p>{entryInWords(entry, figures)}</p>
      <p className="quiet">
        The log keeps both. What was worked out from the old one is worked out anew from yours.
      </p>
      <CorrectForm entry={entry} onDone={onDone} />
    </Modal>
  )
}

function CorrectForm({ entry, onDone }: { entry: Entry; onDone(): void }) {
  const figures = useFigures()
  const { book, today, clock } = useSession()
  const { correct } = useLog()
  const fields = fieldsOfEntry(entry.kind)
  const before = entry.payload as Record<string, unknown>
  const isByDay = entry.precision === 'day'
  const afterOf = ({ payload }: Draft) => {
    const after = { ...before }
    for (const field of fields) {
      const value = said(field, payload[field.name], figures)
      if (value === undefined) delete after[field.name]
      else after[field.name] = value
    }
    return after
  }
  const writtenOf = ({ at }: Draft, payload: unknown): ToWrite => {
    const { kind, subject, precision } = entry
    const about = { type: subject.type, id: subject.id }
    const instant = isByDay ? new Date(instantOfDay(at, book.zone, 12)).toISOString() : at
    return { kind, subject: about, payload, at: instant, precision } as ToWrite
  }
  const form = useContractForm({
    begin: {
      at: isByDay ? entry.at.slice(0, 10) : entry.at,
      payload: Object.fromEntries(fields.map((f) => [f.name, held(f, before[f.name], figures)])),
    } as Draft,
    schema: payloadSchema(entry.kind),
    body: afterOf,
    send: async (payload) => {
      await correct(entry, writtenOf(form.draft, payload))
      onDone()
    },
    fieldOf: (field) => {
      const own = field.replace(/^entries\.\d+\./, '')
      return own === 'at' || own.startsWith('payload.') ? own : `payload.${own}`
    },
  })
  const tried = useTried(form, (draft) => {
    const payload = fit(payloadSchema(entry.kind), afterOf(draft))
    return correctionOf(entry, writtenOf(draft, payload), clock())
  })
  return (
    <ContractForm
      of={form}
      label="Correct this entry"
      actions={<FormActions of={form} save="Save correction" onCancel={onDone} />}
    >
      {isByDay ? (
        <DayField name="at" label="When" latest={today} needed="Choose the day" />
      ) : (
        <MomentField name="at" label="When" />
      )}
      {fields.map((field) => (
        <FieldOf key={field.name} field={field} />
      ))}
      <WhatFollows entries={form.sending ? null : tried} />
    </ContractForm>
  )
}

const PAUSE_MS = 400

/** What would be sent as the form stands, once the hand rests; null while nothing is changed, or where it cannot be sent. */
function useTried({ draft, begin }: ContractFormOf<Draft>, entriesOf: (draft: Draft) => EntryInput[]) {
  const [tried, setTried] = useState<EntryInput[] | null>(null)
  const now = JSON.stringify(draft)
  const isChanged = now !== JSON.stringify(begin)
  const latest = useRef({ draft, entriesOf })
  useEffect(() => {
    latest.current = { draft, entriesOf }
  })
  useEffect(() => {
    const look = () => {
      try {
        setTried(isChanged ? latest.current.entriesOf(latest.current.draft) : null)
      } catch {
        // What cannot be sent is said at its field when it is sent.
        setTried(null)
      }
    }
    const timer = window.setTimeout(look, PAUSE_MS)
    return () => window.clearTimeout(timer)
  }, [now, isChanged])
  return tried
}

function FieldOf({ field: { name, label, of, options, isOptional } }: { field: PayloadField }) {
  const common = {
    name: ['payload', name],
    label,
    ...(!isOptional && { needed: 'This cannot be empty' }),
  }
  switch (of) {
    case 'mass':
    case 'temperature':
      return <QuantityField {...common} of={of} />
    case 'share':
      return <NumberField {...common} label={`${label}, %`} min={0} max={100} parts />
    case 'number':
      return <NumberField {...common} min={-1e6} max={1e6} parts />
    case 'day':
      return <DayField {...common} />
    case 'choice':
      return (
        <PickField
          {...common}
          clear={isOptional}
          options={options.map((value) => ({ value, label: String(value) }))}
        />
      )
    case 'yes or no':
      return <ChoiceField {...common} options={isOptional ? ['yes', 'no', NOT_SAID] : ['yes', 'no']} />
    case 'text':
      return <TextField {...common} />
  }
}
