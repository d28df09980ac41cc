import { Radio } from 'antd'
import { useState } from 'react'
import { useLog } from '../shell/log'
import { FormCard } from './FormCard'
import { countOf, type ActProps } from './study'
import { WholeField } from './WholeField'

function useSexes() {
  const [females, setFemales] = useState<number | null>(null)
  const [males, setMales] = useState<number | null>(null)
  return {
    told: { females: females ?? 0, males: males ?? 0 },
    all: (females ?? 0) + (males ?? 0),
    fields: (
      <div className="row gap-12">
        <WholeField name="Females" value={females} onChange={setFemales} first />
        <WholeField name="Males" value={males} onChange={setMales} />
      </div>
    ),
  }
}

/** Adults are set into a box, or rest from it. */
export function AdultsForm({ studied: { cohort, standing }, onDone }: ActProps) {
  const { write } = useLog()
  const { told, all, fields } = useSexes()
  const there = countOf(standing, 'females') + countOf(standing, 'males')
  const [way, setWay] = useState<'in' | 'out'>('in')
  const [says, setSays] = useState('')
  const keep = async () => {
    if (all === 0) return setSays('how many?')
    if (way === 'out' && all > there) return setSays(`${there} adults are known to be in it`)
    const entry = {
      kind: way === 'in' ? ('adults set in' as const) : ('adults taken out' as const),
      subject: { type: 'cohort' as const, id: cohort.id },
      payload: told,
    }
    await write([entry], `${all} adults ${way === 'in' ? 'set into' : 'taken out of'} ${cohort.name}`, {
      onKept: onDone,
    })
  }
  return (
    <FormCard title="Adults in or out" keep="Save" says={says} onKeep={keep} onDone={onDone}>
      <Radio.Group value={way} onChange={(e) => setWay(e.target.value as 'in' | 'out')} className="below-8">
        <Radio value="in">set in</Radio>
        <Radio value="out">taken out, to rest</Radio>
      </Radio.Group>
      {fields}
      <p className="small quiet">
        There are {there} in it. While they rest no eggs are laid, and the next search can wait.
      </p>
    </FormCard>
  )
}

/** Some became adult: told by sex, out of the last young stage. */
export function EmergedForm({ studied: { cohort, way, standing, protocol }, onDone }: ActProps) {
  const { write } = useLog()
  const { told, all, fields } = useSexes()
  const [unsexed, setUnsexed] = useState<number | null>(null)
  const [says, setSays] = useState('')
  const last = way.at(-1)!.name
  const count = all + (unsexed ?? 0)
  const keep = async () => {
    if (count === 0) return setSays('how many?')
    const payload = { ...told, unsexed: unsexed ?? 0 }
    const entry = { kind: 'emerged' as const, subject: { type: 'cohort' as const, id: cohort.id }, payload }
    await write([entry], `${count} of ${cohort.name} are ${protocol.grown}`, { onKept: onDone })
  }
  return (
    <FormCard title="Emerged" keep="Save" says={says} onKeep={keep} onDone={onDone}>
      {protocol.adults ? (
        fields
      ) : (
        <WholeField name={`How many are ${protocol.grown}`} value={unsexed} onChange={setUnsexed} first />
      )}
      <p className="small quiet">
        Out of {countOf(standing, last)} {last}.
      </p>
    </FormCard>
  )
}
