import type { EquipmentView } from '@hatch-book/contract'
import {
  EQUIPMENT_KINDS,
  hoursInWords,
  payloadSchema,
  USUALLY_GOOD,
  type EquipmentKind,
} from '@hatch-book/core'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'
import { OfPlace } from './OfPlace'

const KINDS = EQUIPMENT_KINDS.map((value) => ({ value, label: value }))

interface Equipped {
  id: string
  name: string
  equipment: readonly EquipmentView[]
}

/** Lamps, mats and whatever else stands or hangs at a place: since when, until when it is good, and what a timer is set to. */
export function Equipment({ of: place }: { of: Equipped }) {
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const { write } = useLog()
  const subject = { type: 'place' as const, id: place.id }
  return (
    <OfPlace
      label={`Equipment in ${place.name}`}
      add={may.write ? 'Add equipment' : null}
      form={(onDone) => <EquipmentForm place={place} onDone={onDone} />}
      lines={place.equipment.map(({ equipment, kind, fittedOn, replaceOn, replaceDays, light }) => ({
        name: equipment,
        told: (
          <span className={replaceOn !== null && replaceOn <= today ? 'warm' : 'quiet'}>
            fitted {figures.day(fittedOn)}
            {replaceOn !== null && `, replace by ${figures.day(replaceOn)}`}
          </span>
        ),
        acts: may.write
          ? [
              {
                label: 'new one fitted',
                onPress: () => {
                  const payload = { equipment, kind, ...(replaceDays !== null && { replaceDays }) }
                  void write(
                    [{ kind: 'equipment fitted', subject, payload }],
                    `${place.name}: new ${equipment} fitted`,
                  )
                },
              },
              {
                label: 'taken out',
                onPress: () =>
                  void write(
                    [{ kind: 'equipment taken out', subject, payload: { equipment } }],
                    `${place.name}: ${equipment} taken out`,
                  ),
              },
            ]
          : [],
        below: light && <TimerHours place={place} light={light} />,
      }))}
    />
  )
}

function EquipmentForm({ place, onDone }: { place: Equipped; onDone(): void }) {
  const { enter } = useLog()
  const fitting = useContractForm({
    begin: { equipment: '', kind: 'UV lamp' as EquipmentKind, replaceDays: USUALLY_GOOD['UV lamp'] ?? null },
    schema: payloadSchema('equipment fitted'),
    body: ({
      equipment,
      kind,
      replaceDays,
    }: {
      equipment: string
      kind: EquipmentKind
      replaceDays: number | null
    }) => ({
      // What nobody names is called by what it is.
      equipment: equipment.trim() || kind,
      kind,
      ...(replaceDays !== null && { replaceDays }),
    }),
    send: async (payload) => {
      await enter(
        [{ kind: 'equipment fitted', subject: { type: 'place', id: place.id }, payload }],
        `${place.name}: ${payload.equipment} fitted`,
      )
      onDone()
    },
  })
  return (
    <ContractForm
      of={fitting}
      label={`Equipment for ${place.name}`}
      className="above-8"
      actions={<FormActions of={fitting} save="Save equipment" onCancel={onDone} />}
    >
      <PickField<EquipmentKind>
        name="kind"
        label="What it is"
        options={KINDS}
        width={170}
        onPick={(kind) => fitting.change({ replaceDays: USUALLY_GOOD[kind] ?? null })}
      />
      <TextField name="equipment" label="Name" most={60} hint="left empty, it is called by what it is" />
      <NumberField
        name="replaceDays"
        label="Replace after so many days"
        min={1}
        max={4000}
        hint="empty: used until it fails"
      />
    </ContractForm>
  )
}

/** How long a timer keeps the light on, and how long it should today. */
function TimerHours({ place, light }: { place: Equipped; light: NonNullable<EquipmentView['light']> }) {
  const figures = useFigures()
  const may = useMay()
  const [setting, setSetting] = useState(false)
  const { set, wanted } = light
  const isRight = set !== null && (wanted === null || wanted === set.hours)
  return (
    <div>
      <span className={isRight ? 'quiet' : 'warm'}>
        {set ? `${hoursInWords(set.hours)} of light since ${figures.day(set.on)}` : 'hours not recorded yet'}
        {wanted !== null && wanted !== set?.hours && `, should be ${hoursInWords(wanted)} today`}
      </span>{' '}
      {may.write && !setting && (
        <button type="button" className="plain" onClick={() => setSetting(true)}>
          Set hours
        </button>
      )}
      {setting && (
        <TimerForm place={place} hours={wanted ?? set?.hours ?? null} onDone={() => setSetting(false)} />
      )}
    </div>
  )
}

function TimerForm({ place, hours, onDone }: { place: Equipped; hours: number | null; onDone(): void }) {
  const { enter } = useLog()
  const setting = useContractForm({
    begin: { hours },
    schema: payloadSchema('light set'),
    body: (draft: { hours: number | null }) => ({ hours: draft.hours as number }),
    send: async (payload) => {
      await enter(
        [{ kind: 'light set', subject: { type: 'place', id: place.id }, payload }],
        `${place.name}: timer set to ${hoursInWords(payload.hours)} of light`,
      )
      onDone()
    },
  })
  return (
    <ContractForm
      of={setting}
      label={`Timer of ${place.name}`}
      className="above-8"
      actions={<FormActions of={setting} save="Save hours" onCancel={onDone} />}
    >
      <NumberField name="hours" label="Hours of light a day" min={0} max={24} step={0.5} />
    </ContractForm>
  )
}
