import { newId, PairingDraft, pairingApi, type AnimalRow } from '@hatch-book/contract'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { PickField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { Overrule } from '../parts/form/Overrule'
import { NOT_YET, useContractForm } from '../parts/form/useContractForm'
import { ReadinessSheet } from '../parts/ReadinessSheet'
import { Verdict } from '../parts/Verdict'
import { animalOption } from '../parts/identityWords'
import { RefusedError, send } from '../shell/api'
import { useAnimals } from '../shell/queries'

const SOONEST = ['ready', 'trial', 'not this season']

/** Two animals are put down for each other; who is not for this season is refused, with the rule. */
export function NewPairing({ onDone }: { onDone(id: string | null): void }) {
  const { data } = useAnimals()
  const [reasonsOf, setReasonsOf] = useState<string | null>(null)
  /** Why they may not be paired, where a keeper may overrule it. */
  const [gate, setGate] = useState('')
  const pairing = useContractForm({
    begin: { femaleId: null as string | null, maleId: null as string | null, despite: '' },
    schema: PairingDraft,
    body: ({ despite, ...pair }) => ({
      ...{ ...pair, id: newId() },
      ...(gate && despite.trim() ? { despite: despite.trim() } : {}),
    }),
    send: async (body) => {
      try {
        await send(pairingApi.add, { body })
      } catch (error) {
        if (error instanceof RefusedError && error.problem.code === 'gate-closed') {
          setGate(error.words)
          return NOT_YET
        }
        throw error
      }
      return onDone(body.id)
    },
    keepAs: 'new pairing',
  })
  const { femaleId, maleId } = pairing.draft
  const animalOf = (id: string | null) => data?.find((a) => a.id === id)
  const female = animalOf(femaleId)
  const options = (sex: 'female' | 'male') =>
    (data ?? [])
      .filter(
        (a) =>
          a.sex === sex &&
          a.verdict !== null &&
          (sex === 'female' || !female || a.species === female.species),
      )
      .sort(
        (a, b) =>
          SOONEST.indexOf(a.verdict!) - SOONEST.indexOf(b.verdict!) ||
          a.tag.localeCompare(b.tag, 'en', { numeric: true }),
      )
      .map((a) => animalOption(a, [a.verdict!]))
  const verdictOf = (animal: AnimalRow | undefined) =>
    animal?.verdict && (
      <>
        <Verdict verdict={animal.verdict} />{' '}
        <button type="button" className="plain" onClick={() => setReasonsOf(animal.id)}>
          reasons
        </button>
      </>
    )
  const field = (name: 'femaleId' | 'maleId', label: string, sex: 'female' | 'male') => (
    <PickField
      name={name}
      label={label}
      width={300}
      placeholder="tag"
      hint={verdictOf(animalOf(name === 'femaleId' ? femaleId : maleId))}
      options={options(sex)}
      // Of another pair nothing was refused yet.
      onPick={() => setGate('')}
      needed={`choose the ${sex}`}
    />
  )
  return (
    <>
      {/* Beside the form, not in it: what is saved in the sheet must not save the pairing. */}
      <ReadinessSheet animalId={reasonsOf} onClose={() => setReasonsOf(null)} />
      <ContractForm
        of={pairing}
        label="Pair two animals"
        className="card now below-16 upto-720"
        actions={
          <FormActions
            of={pairing}
            save={gate ? 'Overrule and pair' : 'Pair animals'}
            onCancel={() => onDone(null)}
          />
        }
      >
        <h3>Pair two animals</h3>
        <div className="row fields">
          {field('femaleId', 'Female', 'female')}
          {field('maleId', 'Male', 'male')}
        </div>
        <Overrule against={gate} why="Why pair them anyway?" savedWith="the pairing" most={400} />
      </ContractForm>
    </>
  )
}
