import type { ColonyView } from '@hatch-book/contract'
import { pipelineOf } from '@hatch-book/core'
import { InputNumber, Select } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'

const USUAL_EGGS = 60

/** A jar from each day's eggs: how many stand at once, what comes of them, and who is kept back. */
export function Jars({ colony: { model, celsius } }: { colony: ColonyView }) {
  const figures = useFigures()
  const [eggs, setEggs] = useState(USUAL_EGGS)
  const [stage, setStage] = useState(1)
  const line = eggs > 0 ? pipelineOf(model, { eggsPerDay: eggs, stage, celsius }) : null
  const name = model.stages[stage]!.name
  return (
    <div className="para" data-testid="jars">
      A jar a day from{' '}
      <InputNumber
        aria-label="Eggs a day"
        size="small"
        min={1}
        max={1e6}
        precision={0}
        value={eggs}
        onChange={(n) => setEggs(n ?? 0)}
        className="w-90"
      />{' '}
      eggs, emptied at{' '}
      <Select
        aria-label="Emptied at"
        size="small"
        value={stage}
        onChange={setStage}
        className="w-150"
        options={model.stages.map((s, value) => ({ value, label: s.name })).slice(1)}
      />
      :{' '}
      {line
        ? `${line.jars} jars stand at once at ${figures.celsius(celsius)}, each ${line.days.toFixed(1)} days old when it is emptied; ${line.perDay.toFixed(0)} ${name} a day, of which ${line.keptBack.toFixed(1)} are kept back to breed and ${line.fedOff.toFixed(0)} are fed off. ${line.females.toFixed(1)} females lay them.`
        : `nobody lays at ${figures.celsius(celsius)}.`}
    </div>
  )
}
