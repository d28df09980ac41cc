import { newId, placesApi, RackDraft, type Rooms } from '@hatch-book/contract'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'

const TUBS = {
  'small, 6 litres': { size: 'small', areaM2: 0.06, litres: 6, most: 1 },
  'middle, 16 litres': { size: 'middle', areaM2: 0.12, litres: 16, most: 2 },
  'large, 50 litres': { size: 'large', areaM2: 0.36, litres: 50, most: 4 },
  'cup, 0.5 litres': { size: 'cup', areaM2: 0.01, litres: 0.5, most: 1 },
} as const
type Tub = keyof typeof TUBS

/** A rack in seconds: rows times columns of one tub. */
export function NewRack({ rooms, onDone }: { rooms: Rooms; onDone(): void }) {
  const named = rooms.rooms.filter((r) => r.id !== null)
  const rack = useContractForm({
    begin: {
      ...{ name: '', prefix: '', rows: 6 as number | null, columns: 8 as number | null },
      ...{ tub: 'small, 6 litres' as Tub, roomId: null as string | null },
    },
    schema: RackDraft,
    body: ({ tub, prefix, ...draft }) => ({
      ...{ ...draft, id: newId(), tub: TUBS[tub] },
      prefix: prefix.trim() || lettersOf(draft.name),
    }),
    send: (body) => send(placesApi.addRack, { body }, onDone),
    keepAs: 'new rack',
  })
  const { name, rows, columns } = rack.draft
  return (
    <ContractForm
      of={rack}
      label="New rack"
      className="card now below-16"
      actions={
        <FormActions of={rack} save={`Build ${(rows ?? 0) * (columns ?? 0)} tubs`} onCancel={onDone} />
      }
    >
      <div className="row fields">
        <TextField
          name="name"
          label="Name of the rack"
          most={40}
          width={150}
          autoFocus
          needed="give the rack a name"
        />
        <TextField
          name="prefix"
          label="Letters of its tubs"
          most={8}
          width={140}
          placeholder={lettersOf(name) || 'A'}
        />
        <NumberField name="rows" label="Rows" min={1} max={40} width={90} />
        <NumberField name="columns" label="Columns" min={1} max={40} width={90} />
        <PickField
          name="tub"
          label="Tub"
          width={170}
          options={Object.keys(TUBS).map((t) => ({ value: t, label: t }))}
        />
        {named.length > 0 && (
          <PickField
            name="roomId"
            label="Room"
            width={160}
            clear
            placeholder="no room named"
            options={named.map((r) => ({ value: r.id, label: r.name }))}
          />
        )}
      </div>
    </ContractForm>
  )
}

const lettersOf = (name: string) => name.trim().slice(0, 1).toUpperCase()
