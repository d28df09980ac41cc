import { Checkbox, Input } from 'antd'
import { useState } from 'react'
import { Labelled } from '../parts/Labelled'
import { useLog } from '../shell/log'
import { likeliest } from './BoxCourse'
import { FormCard } from './FormCard'
import { countOf, type ActProps } from './study'
import { WholeField } from './WholeField'

/** What a search of the box found; larvae are told by the widths of their heads, or counted by instar. */
export function SearchForm({ studied: { cohort, protocol, standing }, onDone }: ActProps) {
  const { write } = useLog()
  const box = protocol.box!
  const [young, setYoung] = useState<number | null>(null)
  const [old, setOld] = useState<number | null>(null)
  const [larvae, setLarvae] = useState<Record<string, number | null>>({})
  const [heads, setHeads] = useState('')
  const [females, setFemales] = useState<number | null>(countOf(standing, 'females'))
  const [males, setMales] = useState<number | null>(countOf(standing, 'males'))
  const [takenOut, setTakenOut] = useState(true)
  const [says, setSays] = useState('')
  const widths = heads
    .split(/[\s;,]+/)
    .filter((w) => w !== '')
    .map(Number)
  const keep = async () => {
    const wrong = widths.find((w) => !(w > 0 && w <= 50))
    if (wrong !== undefined) return setSays('heads: write widths in mm, such as 1.2 2.3')
    const told = Object.fromEntries(Object.entries(larvae).flatMap(([stage, n]) => (n ? [[stage, n]] : [])))
    const entry = {
      kind: 'searched' as const,
      subject: { type: 'cohort' as const, id: cohort.id },
      payload: {
        ...{ eggs: { young: young ?? 0, old: old ?? 0 }, larvae: told, heads: widths },
        ...{ adults: { females: females ?? 0, males: males ?? 0 }, takenOut },
      },
    }
    await write([entry], `${cohort.name} searched`, { onKept: onDone })
  }
  return (
    <FormCard title="Search it" keep="Save search" says={says} onKeep={keep} onDone={onDone}>
      <div className="row gap-12 wraps">
        <WholeField name="Young eggs" value={young} onChange={setYoung} first />
        <WholeField name="Old eggs" value={old} onChange={setOld} />
        {protocol.stages.slice(1, -1).map((s) => (
          <WholeField
            key={s.name}
            name={s.name}
            value={larvae[s.name] ?? null}
            onChange={(n) => setLarvae((l) => ({ ...l, [s.name]: n }))}
          />
        ))}
        <WholeField name="Females" value={females} onChange={setFemales} />
        <WholeField name="Males" value={males} onChange={setMales} />
      </div>
      {box.instars.length > 0 && (
        <Labelled name="Widths of heads, mm">
          <Input
            aria-label="Widths of heads, mm"
            value={heads}
            placeholder="1.2 2.3"
            onChange={(e) => setHeads(e.target.value)}
          />
        </Labelled>
      )}
      {widths.some((w) => w > 0) && (
        <p className="small" data-testid="instars">
          {widths
            .filter((w) => w > 0)
            .map((w) => `${w} mm: ${likeliest(w, box.instars)}`)
            .join(', ')}
        </p>
      )}
      <Checkbox checked={takenOut} onChange={(e) => setTakenOut(e.target.checked)} className="above-8">
        taken out, each egg into a cell of its own
      </Checkbox>
    </FormCard>
  )
}
