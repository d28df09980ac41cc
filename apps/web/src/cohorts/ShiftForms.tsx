import type { PayloadOf } from '@hatch-book/core'
import { Select } from 'antd'
import { useState } from 'react'
import { Labelled } from '../parts/Labelled'
import { useLog, type ToWrite } from '../shell/log'
import { FormCard } from './FormCard'
import { countOf, type ActProps } from './study'
import { WholeField } from './WholeField'

/** So many went on to the next stage: the one that is due to is chosen already. */
export function MoultForm({ studied, onDone }: ActProps) {
  const { write } = useLog()
  const { way, standing, cohort } = studied
  const young = standing.stages.filter((s) => s.stage !== null && s.stage < way.length - 1)
  const [from, setFrom] = useState(young[0]?.name ?? '')
  const [count, setCount] = useState<number | null>(null)
  const [says, setSays] = useState('')
  const at = way.findIndex((s) => s.name === from)
  const to = way[at + 1]?.name
  const keep = async () => {
    if (!to) return setSays('none of these moults into another young stage: record that they emerged')
    if (!count) return setSays('how many moulted?')
    const entry = {
      kind: 'moulted on' as const,
      subject: { type: 'cohort' as const, id: cohort.id },
      payload: { from, to, count },
    }
    await write([entry], `${count} of ${cohort.name} are ${to}`, { onKept: onDone })
  }
  return (
    <FormCard title="Moulted" keep="Save" says={says} onKeep={keep} onDone={onDone}>
      <div className="row gap-12 at-end">
        <WholeField name="How many" value={count} onChange={setCount} first min={1} />
        <Labelled name="out of">
          <Select
            aria-label="out of"
            value={from}
            onChange={setFrom}
            className="w-150"
            options={young.map((s) => ({ value: s.name, label: `${s.name} (${Math.round(s.count)})` }))}
          />
        </Labelled>
      </div>
      <p className="small">{to ? `They are ${to} now.` : ''}</p>
      {count !== null && count > countOf(standing, from) && (
        <p className="warm small">
          {countOf(standing, from)} {from} are known of: it is kept, and doubted until they are counted.
        </p>
      )}
    </FormCard>
  )
}

const choices = <V extends string>(...values: V[]) => values.map((value) => ({ value, label: value }))
const WHYS = choices('found dead', 'stuck in the moult', 'eaten', 'escaped', 'not found')
const HOWS = choices('sold', 'given away', 'frozen', 'fed off')

/** So many are no more, or are no more here. */
export function LostForm({ studied, onDone, gone }: ActProps & { gone: boolean }) {
  const { write } = useLog()
  const { standing, cohort, protocol } = studied
  const names = standing.stages.map((s) => s.name)
  const most = [...standing.stages].sort((a, b) => b.count - a.count)[0]
  const [stage, setStage] = useState(most?.name ?? names[0] ?? '')
  const [count, setCount] = useState<number | null>(gone ? null : 1)
  const [how, setHow] = useState<PayloadOf<'passed on'>['how']>('sold')
  const [why, setWhy] = useState<PayloadOf<'lost'>['why']>('found dead')
  const [says, setSays] = useState('')
  const keep = async () => {
    if (!count) return setSays('how many?')
    const subject = { type: 'cohort' as const, id: cohort.id }
    const entry: ToWrite = gone
      ? { kind: 'passed on', subject, payload: { stage, count, how } }
      : { kind: 'lost', subject, payload: { stage, count, why } }
    await write([entry], `${count} ${stage} of ${cohort.name} ${gone ? how : why}`, { onKept: onDone })
  }
  return (
    <FormCard title={gone ? 'Pass on' : 'Lost'} keep="Save" says={says} onKeep={keep} onDone={onDone}>
      <div className="row gap-12 at-end">
        <WholeField name="How many" value={count} onChange={setCount} first min={1} />
        <Labelled name="of">
          <Select
            aria-label="of"
            value={stage}
            onChange={setStage}
            className="w-150"
            options={names.map((value) => ({ value, label: value }))}
          />
        </Labelled>
        <Labelled name={gone ? 'How' : 'Why'}>
          {gone ? (
            <Select aria-label="How" value={how} onChange={setHow} className="w-150" options={HOWS} />
          ) : (
            <Select aria-label="Why" value={why} onChange={setWhy} className="w-150" options={WHYS} />
          )}
        </Labelled>
      </div>
      {gone && how === 'frozen' && protocol.freezeDays && (
        <p className="small quiet">
          Freeze them for {Math.round(protocol.freezeDays.typical)} days (
          {Math.round(protocol.freezeDays.least)} to {Math.round(protocol.freezeDays.most)}) before they are
          thrown out; never let living eggs or larvae out of doors. Local law and your vet decide what is
          humane for the grown.
        </p>
      )}
    </FormCard>
  )
}
