import { ColonyDraft, coloniesApi, newId, type Colonies } from '@hatch-book/contract'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { PickField, quantityOf, TextField } from '../parts/form/fields'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { StandsFields } from './StandsFields'
import { useFigures } from '../shell/figures'

/** A colony is set up: what it is, in how many bins, and how warm. */
export function NewColony({
  species,
  onDone,
}: {
  species: Colonies['species']
  onDone(id: string | null): void
}) {
  const figures = useFigures()
  const warmth = (protocolId: string) =>
    figures.typed.temperature.write(species.find((s) => s.protocolId === protocolId)?.celsius ?? 28)
  const first = species[0]?.protocolId ?? ''
  const colony = useContractForm({
    begin: { name: '', protocolId: first, bins: 1 as number | null, celsius: warmth(first) },
    schema: ColonyDraft,
    body: ({ celsius, ...draft }) => ({
      ...{ ...draft, id: newId() },
      celsius: quantityOf(figures, 'temperature', celsius),
    }),
    send: (body) => send(coloniesApi.add, { body }, () => onDone(body.id)),
    keepAs: 'new colony',
  })
  return (
    <ContractForm
      of={colony}
      label="New colony"
      className="card now"
      style={{ marginBottom: 16 }}
      actions={<FormActions of={colony} save="Set up colony" onCancel={() => onDone(null)} />}
    >
      <div className="row fields">
        <TextField
          name="name"
          label="Name"
          most={40}
          width={180}
          autoFocus
          needed="give it a name, such as R1"
        />
        <PickField
          name="protocolId"
          label="Species"
          width={210}
          options={species.map((s) => ({ value: s.protocolId, label: s.species }))}
          onPick={(id: string) => colony.change({ celsius: warmth(id) })}
        />
        <StandsFields />
      </div>
    </ContractForm>
  )
}
