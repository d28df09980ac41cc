import { Select } from 'antd'
import { useState } from 'react'
import { Labelled } from '../parts/Labelled'
import { useLog } from '../shell/log'
import { FormCard } from './FormCard'
import { WholeField } from './WholeField'
import type { ActProps } from './study'

const MOTHERS = ['mated', 'not mated', 'mixed'] as const

/** Today's eggs, by what is known of their mothers: those kinds are kept apart. */
export function EggsCollected({ studied: { cohort }, onDone }: ActProps) {
  const { write } = useLog()
  const [count, setCount] = useState<number | null>(null)
  const [mothers, setMothers] = useState(cohort.fertilised)
  const [says, setSays] = useState('')
  const keep = async () => {
    if (!count) return setSays('how many?')
    const entry = {
      kind: 'eggs collected' as const,
      subject: { type: 'cohort' as const, id: cohort.id },
      payload: { count, mothers },
    }
    await write([entry], `${count} eggs into ${cohort.name}`, { onKept: onDone })
  }
  return (
    <FormCard title="Eggs collected" keep="Save" says={says} onKeep={keep} onDone={onDone}>
      <div className="row gap-12 at-end">
        <WholeField name="How many" value={count} onChange={setCount} first min={1} />
        <Labelled name="Mothers">
          <Select
            aria-label="Mothers"
            value={mothers}
            onChange={setMothers}
            className="w-130"
            options={MOTHERS.map((value) => ({ value, label: value }))}
          />
        </Labelled>
      </div>
      {mothers !== cohort.fertilised && (
        <p className="warm small">
          {cohort.name} holds eggs of mothers {cohort.fertilised}: begin a cohort of their own for these, they
          hatch at another time.
        </p>
      )}
    </FormCard>
  )
}

/** By their signs: dented or not, filled or empty. */
export function EggsJudged({ studied: { cohort }, onDone }: ActProps) {
  const { write } = useLog()
  const [fertile, setFertile] = useState<number | null>(null)
  const [infertile, setInfertile] = useState<number | null>(null)
  const [says, setSays] = useState('')
  const keep = async () => {
    const told = { fertile: fertile ?? 0, infertile: infertile ?? 0 }
    if (told.fertile + told.infertile === 0) return setSays('how many were judged?')
    const entry = {
      kind: 'eggs judged' as const,
      subject: { type: 'cohort' as const, id: cohort.id },
      payload: told,
    }
    await write(
      [entry],
      `${told.fertile} of ${told.fertile + told.infertile} eggs are fertile by their looks`,
      { onKept: onDone },
    )
  }
  return (
    <FormCard title="Eggs judged" keep="Save" says={says} onKeep={keep} onDone={onDone}>
      <div className="row gap-12">
        <WholeField name="Look fertile" value={fertile} onChange={setFertile} first />
        <WholeField name="Dented or empty" value={infertile} onChange={setInfertile} />
      </div>
    </FormCard>
  )
}
