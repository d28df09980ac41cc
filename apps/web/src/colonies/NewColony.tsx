import { ColonyDraft, coloniesApi, newId, type Colonies } from '@hatch-book/contract'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { quantityOf, TextField } from '../parts/form/fields'
import { SpeciesField, speciesMeant } from '../parts/form/SpeciesField'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { StandsFields } from './StandsFields'
import { useFigures } from '../shell/figures'

/** A colony is set up: what it is, in how many bins, and how warm. */
export function NewColony({
  species,
  meant = null,
  onDone,
}: {
  species: Colonies['species']
  /** The species that it was opened for. */
  meant?: string | null
  onDone(id: string | null): void
}) {
  const figures = useFigures()
  const warmth = (protocolId: string) =>
    figures.typed.temperature.write(species.find((s) => s.protocolId === protocolId)?.celsius ?? 28)
  const first = speciesMeant(species, meant)
  const colony = useContractForm({
    begin: {
      name: '',
      protocolId: first,
      bins: 1 as number | null,
      celsius: first === null ? '' : warmth(first),
    },
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
      className="card now below-16"
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
        <SpeciesField species={species} width={210} onPick={(id) => colony.change({ celsius: warmth(id) })} />
        <StandsFields />
      </div>
    </ContractForm>
  )
}
