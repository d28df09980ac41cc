import { CohortDraft, cohortsApi, newId, type Cohorts } from '@hatch-book/contract'
import { ContractForm } from '../parts/form/ContractForm'
import { DayField, NumberField, PickField, QuantityField, quantityOf, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { SpeciesField, speciesMeant } from '../parts/form/SpeciesField'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useEscape } from '../shell/keys'

const options = <V extends string>(values: readonly V[]) => values.map((value) => ({ value, label: value }))

/** A cohort begins with what was laid or hatched, a breeding box with the day it was set up. */
export function NewCohort({
  data,
  meant = null,
  onDone,
}: {
  data: Cohorts
  /** The species that it was opened for. */
  meant?: string | null
  onDone(id: string | null): void
}) {
  const figures = useFigures()
  const speciesOf = (protocolId: string) => data.species.find((s) => s.protocolId === protocolId)
  const warmth = (protocolId: string) =>
    figures.typed.temperature.write(speciesOf(protocolId)?.protocol.referenceC ?? 25)
  const offered = data.species
    .filter((s) => !s.hidden)
    .map(({ protocolId, protocol }) => ({ protocolId, species: protocol.species }))
  const first = speciesMeant(offered, meant)
  const cohort = useContractForm({
    begin: {
      ...{ name: '', protocolId: first, kind: 'young', began: data.today, line: '' },
      ...{ generation: null as number | null, fromId: null as string | null, fertilised: 'mated' },
      ...{
        tubs: 1 as number | null,
        litres: 5 as number | null,
        celsius: first === null ? '' : warmth(first),
      },
    },
    schema: CohortDraft,
    body: ({ celsius, ...draft }) => ({
      ...{ ...draft, id: newId(), celsius: quantityOf(figures, 'temperature', celsius) },
      ...{ origin: '', placeId: null, heightMm: null, thenC: null, thenFrom: null, hostPlant: '' },
    }),
    send: (body) => send(cohortsApi.add, { body }, () => onDone(body.id)),
    keepAs: 'new cohort',
  })
  useEscape(() => onDone(null))
  const { protocolId } = cohort.draft
  return (
    <ContractForm
      of={cohort}
      label="New cohort"
      className="card now below-16"
      actions={<FormActions of={cohort} save="Begin cohort" onCancel={() => onDone(null)} />}
    >
      <div className="row fields">
        <TextField
          name="name"
          label="Name"
          most={40}
          width={100}
          autoFocus
          needed="give it a name, such as M2"
        />
        <SpeciesField
          species={offered}
          width={200}
          onPick={(id) =>
            cohort.change({
              ...{ celsius: warmth(id), fromId: null },
              ...(!speciesOf(id)?.protocol.box && { kind: 'young' }),
            })
          }
        />
        <PickField
          name="kind"
          label="What"
          width={140}
          options={options(speciesOf(protocolId ?? '')?.protocol.box ? ['young', 'breeding box'] : ['young'])}
        />
        <DayField name="began" label="Began" width={150} needed="write the day it began" />
        <PickField
          name="fromId"
          label="Young of"
          width={130}
          clear
          placeholder="elsewhere"
          options={data.cohorts
            .filter((c) => c.protocolId === protocolId)
            .map((c) => ({ value: c.id, label: c.name }))}
        />
        <TextField name="line" label="Line" most={80} width={130} />
        <NumberField name="generation" label="Generation F" min={0} max={999} width={110} />
        <PickField
          name="fertilised"
          label="Mothers"
          width={120}
          options={options(['mated', 'not mated', 'mixed'])}
        />
        <NumberField name="tubs" label="Tubs" min={1} max={2000} width={90} />
        <NumberField name="litres" label="Litres each" min={0.05} max={10_000} step={0.5} width={110} />
        <QuantityField
          name="celsius"
          label="Temperature"
          of="temperature"
          width={110}
          needed="write how warm they are kept"
        />
      </div>
    </ContractForm>
  )
}
