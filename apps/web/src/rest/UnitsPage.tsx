import { newId, PlaceDraft, placesApi, UNIT_MAKES } from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, PickField, QuantityField, quantityOf, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { PageHead } from '../parts/PageHead'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useUnits, useUnitsKnown } from './queries'
import { UnitCard } from './UnitCard'
import { NotYet } from '../parts/NotYet'

/** The cold units of the book. */
export function UnitsPage() {
  const unitsAsked = useUnits()
  const { data: units } = unitsAsked
  const may = useMay()
  const [adding, setAdding] = useState(false)
  const isKnown = useUnitsKnown(units)
  if (!units || !isKnown) return <NotYet of={unitsAsked} page />
  return (
    <section className="page">
      <PageHead title="Cooling units">
        {may.decide && !adding && (
          <Button type="primary" onClick={() => setAdding(true)}>
            Add a unit
          </Button>
        )}
      </PageHead>
      {adding && <NewUnit onDone={() => setAdding(false)} />}
      {units.length === 0 && !adding && (
        <p className="empty">
          No cold unit is in the book yet. A fridge, a cooler, a cool room: log it empty for two weeks, then
          it is go or no-go.
        </p>
      )}
      <div className="cards cards-fill">
        {units.map((u) => (
          <UnitCard key={u.id} unit={u} />
        ))}
      </div>
    </section>
  )
}

function NewUnit({ onDone }: { onDone(): void }) {
  const figures = useFigures()
  const form = useContractForm({
    begin: {
      ...{ name: '', make: 'fridge' as (typeof UNIT_MAKES)[number] },
      ...{ setTo: '', litres: null as number | null },
    },
    schema: PlaceDraft,
    body: ({ name, make, setTo, litres }) => ({
      ...{ id: newId(), kind: 'unit', name, make, litres },
      setPointC: quantityOf(figures, 'temperature', setTo),
    }),
    send: async (body) => {
      await send(placesApi.add, { body })
      onDone()
    },
    fieldOf: (field) => (field === 'setPointC' ? 'setTo' : field),
  })
  return (
    <ContractForm
      of={form}
      className="card now under"
      label="New unit"
      actions={<FormActions of={form} save="Add unit" onCancel={onDone} />}
    >
      <div className="row fields">
        <TextField name="name" label="Name" most={60} width={200} autoFocus />
        <PickField
          name="make"
          label="It is a"
          options={UNIT_MAKES.map((m) => ({ value: m, label: m }))}
          width={140}
        />
        <QuantityField name="setTo" label="Set to" of="temperature" width={130} />
        <NumberField name="litres" label="Holds, L" min={1} max={100_000} width={110} />
      </div>
    </ContractForm>
  )
}
