import type { AnimalPage } from '@hatch-book/contract'
import { Button, Select } from 'antd'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'

const SAYS = {
  age: 'Stage estimated from its age: its earlier history is not recorded.',
  weight: 'Stage estimated from its weight: its earlier history is not recorded.',
} as const

const NOT_KNOWN = 'Its age is unknown. Confirm its stage, or choose another.'

/** One that came half-grown was placed by age and weight: whoever keeps it is asked whether that is so. */
export function StageAsked({ page }: { page: AnimalPage }) {
  const { write } = useLog()
  const may = useMay()
  const { stage, animal } = page
  if (stage.placedBy !== 'age' && stage.placedBy !== 'weight') return null
  const say = (name: string) =>
    write(
      [{ kind: 'stage reached', subject: { type: 'animal', id: animal.id }, payload: { stage: name } }],
      `${animal.tag}: stage ${name}`,
    )
  return (
    <div className="small note" data-testid="stage-asked">
      {animal.hatched === null && stage.placedBy === 'age' ? NOT_KNOWN : SAYS[stage.placedBy]}
      {may.decide && (
        <div className="row above-8 gap-8 at-middle">
          <Select
            aria-label="Stage"
            size="small"
            value={stage.name}
            className="w-190"
            options={stage.all.map((name) => ({ value: name, label: name }))}
            onChange={(name) => void say(name)}
          />
          <Button size="small" onClick={() => void say(stage.name)}>
            Confirm stage
          </Button>
        </div>
      )}
    </div>
  )
}
