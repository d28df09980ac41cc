import { coloniesApi, type ColonyView, type PreySupply } from '@hatch-book/contract'
import { daysBetween, minutesAWeek, onDay, type WorkItem } from '@hatch-book/core'
import { Button, Select } from 'antd'
import { useState } from 'react'
import { NumberField } from '../parts/NumberField'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { sendOrSay } from '../shell/api'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { Jars } from './Jars'
import { sayPlan } from './mendWords'

const methodOf = (colony: ColonyView) => colony.methods.find((m) => m.name === colony.method) ?? null

/** What is planned for the feeders, as work of a day. */
export const planWork = (preys: readonly PreySupply[], say: Parameters<typeof sayPlan>[3]): WorkItem[] =>
  preys.flatMap((p) =>
    p.plans.map((plan) => ({
      ...onDay(
        {
          ...{
            kind: `feeder ${plan.what.kind}` as const,
            subject: { type: 'colony' as const, id: '', name: p.species },
          },
          ...{ says: sayPlan(plan.what, plan.from, plan.until, say), why: 'so it was planned' },
        },
        plan.from,
        plan.what.kind === 'buy' ? 2 : 0,
        Math.min(7, daysBetween(plan.from, plan.until)),
      ),
      id: plan.id,
    })),
  )

/** In how many bins a colony stands, and how warm. */
function Bins({ colony }: { colony: ColonyView }) {
  const writing = useWriting({
    version: colony.version,
    writing: { bins: colony.bins, celsius: colony.celsius },
  })
  const { draft, change, merge } = writing
  const [says, setSays] = useState('')
  const same = draft.bins === colony.bins && draft.celsius === colony.celsius
  const keep = async () => {
    const refused = await sendOrSay(coloniesApi.change, {
      params: { id: colony.id },
      body: {
        version: writing.version,
        ...draft,
      },
    })
    if (!refused) writing.kept(writing.version + 1)
    setSays(refused)
  }
  return (
    <>
      <div className="row" style={{ gap: 10, alignItems: 'end', marginTop: 8 }}>
        <NumberField name="Bins" value={draft.bins} onChange={(bins) => change({ bins })} min={1} max={500} />
        <NumberField
          name="Stands at, °C"
          value={draft.celsius}
          onChange={(celsius) => change({ celsius })}
          min={5}
          max={45}
          step={0.5}
        />
        <Button disabled={same || merge !== null} onClick={() => void keep()}>
          Keep it so
        </Button>
      </div>
      <SideBySide
        writing={writing}
        nameOf={(field) => (field === 'bins' ? 'Bins' : 'Stands at, °C')}
        show={(_, value) => String(value)}
        onSettled={() => setSays('')}
      />
      {says && !merge && <p className="bad small">{says}</p>}
    </>
  )
}

/** How a colony is worked, with what that makes of work in a week. */
export function Method({ colony }: { colony: ColonyView }) {
  const may = useMay()
  const { write } = useLog()
  const [says, setSays] = useState('')
  const method = methodOf(colony)
  const choose = async (name: string) =>
    setSays(
      await sendOrSay(coloniesApi.change, {
        params: { id: colony.id },
        body: { version: colony.version, method: name },
      }),
    )
  const tend = () =>
    write(
      [{ kind: 'tended', subject: { type: 'colony', id: colony.id }, payload: { task: method!.task } }],
      `${colony.name}: ${method!.task}`,
    )
  return (
    <div className="card" role="region" aria-label="How it is worked">
      <h3>How it is worked</h3>
      {may.decide && <Bins key={colony.id} colony={colony} />}
      <div className="row" style={{ gap: 10, marginTop: 10 }}>
        <Select
          aria-label="Method"
          value={colony.method || undefined}
          placeholder="choose a way"
          disabled={!may.decide}
          onChange={(name) => void choose(name)}
          style={{ width: 230 }}
          options={colony.methods.map((m) => ({
            value: m.name,
            label: `${m.name}, ${Math.round(minutesAWeek(m))} min a week`,
          }))}
        />
        {method && may.write && <Button onClick={() => void tend()}>Done today: {method.task}</Button>}
      </div>
      <p className="small quiet">
        {method
          ? `${method.argument} Each ${method.everyDays.typical} days (${method.everyDays.least} to ${method.everyDays.most}), ${method.minutes} minutes a time: ${Math.round(minutesAWeek(method))} minutes a week.`
          : colony.methods.map((m) => `${m.name}: ${m.argument}`).join(' ')}
      </p>
      {method && method.everyDays.typical <= 1 && <Jars colony={colony} />}
      {says && <p className="bad small">{says}</p>}
    </div>
  )
}
