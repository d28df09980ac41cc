import { cohortsApi, newId } from '@hatch-book/contract'
import { Input, Select } from 'antd'
import { useState } from 'react'
import { Labelled } from '../parts/Labelled'
import { NumberField } from '../parts/NumberField'
import { TemperatureInput } from '../parts/TemperatureInput'
import { useFigures } from '../shell/figures'
import { sendOrSay } from '../shell/api'
import { rememberWritten } from '../shell/log'
import { useSession } from '../shell/session'
import { FormCard } from './FormCard'
import { countOf, type StudiedCohort, type ActProps } from './study'
import { WholeField } from './WholeField'

/** So many of each stage go: what is chosen, and a field for each. */
function useChosen({ standing }: StudiedCohort, share: number) {
  const [counts, setCounts] = useState<Record<string, number | null>>(() =>
    Object.fromEntries(standing.stages.map((s) => [s.name, Math.floor(s.count * share)])),
  )
  const stages = Object.fromEntries(Object.entries(counts).filter(([, n]) => n !== null && n > 0)) as Record<
    string,
    number
  >
  return {
    stages,
    all: Object.values(stages).reduce((a, b) => a + b, 0),
    fields: (
      <div className="row gap-12 wraps">
        {standing.stages.map((s, i) => (
          <WholeField
            key={s.name}
            name={`${s.name} of ${Math.round(s.count)}`}
            value={counts[s.name] ?? null}
            onChange={(n) => setCounts((c) => ({ ...c, [s.name]: n }))}
            first={i === 0}
          />
        ))}
      </div>
    ),
  }
}

/** Both halves of a move are taken back as one. */
function useRemember() {
  const { now } = useSession()
  return (
    from: string,
    to: string,
    outId: string,
    inId: string,
    stages: Record<string, number>,
    says: string,
  ) => {
    const at = now
    rememberWritten(
      [
        {
          ...{ id: outId, at, kind: 'moved out', subject: { type: 'cohort', id: from } },
          payload: { to, stages },
        },
        {
          ...{ id: inId, at, kind: 'moved in', subject: { type: 'cohort', id: to } },
          payload: { from, stages },
        },
      ],
      says,
    )
  }
}

export function SplitForm({ studied, all, onDone, onMade }: ActProps) {
  const { cohort } = studied
  const remember = useRemember()
  const figures = useFigures()
  const { stages, all: count, fields } = useChosen(studied, 0.5)
  const [name, setName] = useState(() => freeName(cohort.name, all))
  const [celsius, setCelsius] = useState(cohort.celsius)
  const [tubs, setTubs] = useState(1)
  const [says, setSays] = useState('')
  const keep = async () => {
    if (count === 0) return setSays('who is split off?')
    const [id, outId, inId] = [newId(), newId(), newId()]
    const body = { id, outId, inId, name: name.trim(), stages, celsius, tubs, placeId: null }
    const refused = await sendOrSay(cohortsApi.split, { params: { id: cohort.id }, body }, () =>
      remember(cohort.id, id, outId, inId, stages, `${count} split off into ${name}`),
    )
    if (refused) return setSays(refused)
    onDone()
    onMade(id)
  }
  return (
    <FormCard title="Split" keep="Split them off" says={says} onKeep={keep} onDone={onDone}>
      {fields}
      <div className="row gap-12 above-8">
        <Labelled name="Called">
          <Input
            aria-label="Called"
            value={name}
            maxLength={40}
            onChange={(e) => setName(e.target.value)}
            className="w-110"
          />
        </Labelled>
        <NumberField name="Tubs" value={tubs} onChange={setTubs} min={1} max={2000} />
        <Labelled name={`Temperature, ${figures.temperatureUnit}`}>
          <TemperatureInput
            label="Temperature"
            step={0.5}
            className="w-110"
            celsius={celsius}
            onChange={(c) => c !== null && setCelsius(c)}
          />
        </Labelled>
      </div>
    </FormCard>
  )
}

/** A name with a letter more that no cohort has. */
function freeName(name: string, all: readonly StudiedCohort[]): string {
  const taken = new Set(all.map((s) => s.cohort.name.toLowerCase()))
  const letter = [...'bcdefghijklmnopqrstuvwxyz'].find((l) => !taken.has(`${name}${l}`.toLowerCase()))
  return `${name}${letter ?? '-2'}`
}

export function MergeForm({ studied, all, onDone, onMade }: ActProps) {
  const { cohort } = studied
  const remember = useRemember()
  const { stages, all: count, fields } = useChosen(studied, 1)
  const others = all.filter((s) => s.cohort.protocolId === cohort.protocolId && s.cohort.id !== cohort.id)
  const [into, setInto] = useState(others[0]?.cohort.id ?? '')
  const [says, setSays] = useState('')
  const target = others.find((o) => o.cohort.id === into)
  const keep = async () => {
    if (!target) return setSays(`no other cohort of ${cohort.species} is kept`)
    if (count === 0) return setSays('who joins them?')
    const [outId, inId] = [newId(), newId()]
    const body = { intoId: into, outId, inId, stages }
    const refused = await sendOrSay(cohortsApi.merge, { params: { id: cohort.id }, body }, () =>
      remember(cohort.id, into, outId, inId, stages, `${count} put into ${target.cohort.name}`),
    )
    if (refused) return setSays(refused)
    onDone()
    onMade(into)
  }
  const lines = new Set(
    [cohort, ...(target ? [target.cohort] : [])].flatMap((c) => c.lines.map((l) => l.line)),
  )
  return (
    <FormCard title="Put together" keep="Put them together" says={says} onKeep={keep} onDone={onDone}>
      {fields}
      <Labelled name="with">
        <Select
          aria-label="with"
          value={into}
          onChange={setInto}
          className="w-190"
          options={others.map((o) => ({ value: o.cohort.id, label: o.cohort.name }))}
        />
      </Labelled>
      {lines.size > 1 && (
        <p className="warm small">
          Two lines are mixed: from then on the cohort is told by its shares of both.
        </p>
      )}
    </FormCard>
  )
}

export function SingleForm({ studied, onDone }: ActProps) {
  const { cohort, standing } = studied
  const [stage, setStage] = useState(standing.stages.at(-1)?.name ?? '')
  const [tag, setTag] = useState('')
  const [says, setSays] = useState('')
  const keep = async () => {
    if (tag.trim() === '') return setSays('give it a tag')
    const body = { entryId: newId(), animalId: newId(), tag: tag.trim(), stage, placeId: null }
    const refused = await sendOrSay(cohortsApi.single, { params: { id: cohort.id }, body })
    setSays(refused)
    if (!refused) onDone()
  }
  return (
    <FormCard title="Single out" keep="Give it a name" says={says} onKeep={keep} onDone={onDone}>
      <div className="row gap-12 at-end">
        <Labelled name="Tag">
          <Input
            aria-label="Tag"
            value={tag}
            autoFocus
            maxLength={40}
            onChange={(e) => setTag(e.target.value)}
            className="w-130"
          />
        </Labelled>
        <Labelled name="one of the">
          <Select
            aria-label="one of the"
            value={stage}
            onChange={setStage}
            className="w-150"
            options={standing.stages.map((s) => ({
              value: s.name,
              label: `${s.name} (${countOf(standing, s.name)})`,
            }))}
          />
        </Labelled>
      </div>
      <p className="small quiet">
        It is an animal of its own then, of this line, and keeps that it came out of {cohort.name}.
      </p>
    </FormCard>
  )
}
