import { pairingApi, newId } from '@hatch-book/contract'
import { Button, Input, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { ReadinessSheet } from '../parts/ReadinessSheet'
import { Verdict } from '../parts/Verdict'
import type { RefusedError } from '../shell/api'
import { send } from '../shell/api'
import { useAnimals } from '../shell/queries'

/** Two animals are put down for each other; who is not for this season is refused, with the rule. */
export function NewPairing({ onDone }: { onDone(id: string | null): void }) {
  const { data } = useAnimals()
  const [femaleId, setFemale] = useState<string | null>(null)
  const [maleId, setMale] = useState<string | null>(null)
  const [error, setError] = useState<RefusedError | null>(null)
  const [despite, setDespite] = useState('')
  const [reasonsOf, setReasonsOf] = useState<string | null>(null)
  const female = data?.find((a) => a.id === femaleId)
  const options = (sex: 'female' | 'male') =>
    (data ?? [])
      .filter(
        (a) =>
          a.sex === sex &&
          a.verdict !== null &&
          (sex === 'female' || !female || a.species === female.species),
      )
      .sort((a, b) => a.verdict!.localeCompare(b.verdict!) * -1 || a.tag.localeCompare(b.tag))
      .sort(
        (a, b) =>
          ['ready', 'trial', 'not this season'].indexOf(a.verdict!) -
          ['ready', 'trial', 'not this season'].indexOf(b.verdict!),
      )
      .map((a) => ({ value: a.id, label: `${a.tag}, ${a.verdict}`, search: a.tag }))
  const refusedForKin = error?.problem.code === 'gate-closed'
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const id = newId()
    try {
      await send(pairingApi.add, {
        body: {
          id,
          femaleId: femaleId ?? '',
          maleId: maleId ?? '',
          ...(refusedForKin && despite.trim() ? { despite: despite.trim() } : {}),
        },
      })
      onDone(id)
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  const field = (
    name: 'femaleId' | 'maleId',
    label: string,
    sex: 'female' | 'male',
    value: string | null,
    set: (id: string) => void,
  ) => {
    const animal = data?.find((a) => a.id === value)
    const says = value === null && error ? `choose the ${sex}` : error?.says(name)
    return (
      <div className="field" style={{ minWidth: 250, flex: 1 }}>
        <label htmlFor={name}>{label}</label>
        <Select
          id={name}
          showSearch={{ optionFilterProp: 'label' }}
          value={value}
          onChange={set}
          options={options(sex)}
          placeholder="tag"
        />
        {animal?.verdict && (
          <span className="small">
            <Verdict verdict={animal.verdict} />{' '}
            <button type="button" className="plain" onClick={() => setReasonsOf(animal.id)}>
              reasons
            </button>
          </span>
        )}
        {says && <span className="says">{says}</span>}
      </div>
    )
  }
  return (
    <>
      {/* Beside the form, not in it: what is saved in the sheet must not save the pairing. */}
      <ReadinessSheet animalId={reasonsOf} onClose={() => setReasonsOf(null)} />
      <form className="card now" style={{ marginBottom: 16, maxWidth: 720 }} onSubmit={(e) => void save(e)}>
        <h3>Pair two animals</h3>
        <div className="row" style={{ alignItems: 'flex-start' }}>
          {field('femaleId', 'Female', 'female', femaleId, (id) => {
            setFemale(id)
            setError(null)
          })}
          {field('maleId', 'Male', 'male', maleId, (id) => {
            setMale(id)
            setError(null)
          })}
        </div>
        {refusedForKin && (
          <div className="note bad" role="alert">
            <p>{error.problem.detail}</p>
            <label htmlFor="despite">Pair them all the same, because</label>
            <Input
              id="despite"
              value={despite}
              maxLength={400}
              onChange={(e) => setDespite(e.target.value)}
            />
          </div>
        )}
        {error && !error.problem.fields?.length && (
          <p className="note bad" role="alert">
            {error.problem.detail}
          </p>
        )}
        <Button type="primary" htmlType="submit">
          {refusedForKin ? 'Overrule and pair' : 'Pair them'}
        </Button>{' '}
        <Button onClick={() => onDone(null)}>Leave it</Button>
      </form>
    </>
  )
}
