import { coloniesApi, ColonyChange, type ColonyView, type PreySupply } from '@hatch-book/contract'
import { daysBetween, minutesAWeek, onDay, type WorkItem } from '@hatch-book/core'
import { Button, Select } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { quantityOf } from '../parts/form/fields'
import { useContractForm } from '../parts/form/useContractForm'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { send, sendOrSay } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { Jars } from './Jars'
import { StandsFields } from './StandsFields'
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
  const figures = useFigures()
  const { write, unit } = figures.typed.temperature
  const writing = useWriting({
    version: colony.version,
    writing: { bins: colony.bins as number | null, celsius: write(colony.celsius) },
  })
  const { draft, merge } = writing
  const bins = useContractForm({
    begin: draft,
    schema: ColonyChange,
    body: ({ celsius, ...rest }) => ({
      ...{ ...rest, version: writing.version },
      celsius: quantityOf(figures, 'temperature', celsius),
    }),
    send: async (body) => {
      await send(coloniesApi.change, { params: { id: colony.id }, body })
      writing.kept(writing.version + 1)
    },
    writing,
  })
  const same = draft.bins === colony.bins && draft.celsius === write(colony.celsius)
  return (
    <ContractForm
      of={bins}
      label="How it stands"
      actions={
        <Button htmlType="submit" loading={bins.sending} disabled={same || merge !== null}>
          Save
        </Button>
      }
    >
      <div className="row fields">
        <StandsFields />
      </div>
      <SideBySide
        writing={writing}
        nameOf={(field) => (field === 'bins' ? 'Bins' : 'Stands at')}
        show={(field, value) => (field === 'bins' ? String(value) : `${String(value)} ${unit}`)}
      />
    </ContractForm>
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
      <div className="row gap-12 above-12">
        <Select
          aria-label="Method"
          value={colony.method || undefined}
          placeholder="choose a way"
          disabled={!may.decide}
          onChange={(name) => void choose(name)}
          className="w-240"
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
