import { calledOf, livesHere } from '@hatch-book/core'
import { restApi, newId, RestPlanDraft, type AnimalRow, type RestBook } from '@hatch-book/contract'
import type { Hemisphere, RestAnchor } from '@hatch-book/core'
import { Button, Form, Select } from 'antd'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import { PageHead } from '../parts/PageHead'
import { ContractForm } from '../parts/form/ContractForm'
import { ChoiceField, DayField, PickField, TextField } from '../parts/form/fields'
import { NOT_YET, useContractForm } from '../parts/form/useContractForm'
import { withDays } from '../parts/sentence'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'
import { useGoOn } from '../shell/useGoOn'
import { BatchForm, type BatchDraft } from './BatchForm'
import { useUnits } from './queries'
import { RestTimeline, TimelineLegend } from './RestTimeline'
import { heldBecause } from './restWords'

/** The next pairing time of a hemisphere: mid March in the north, mid September in the south. */
function nextPairing(today: string, hemisphere: Hemisphere): string {
  const date = hemisphere === 'north' ? '-03-15' : '-09-15'
  const thisYear = today.slice(0, 4) + date
  return dayjs(thisYear).diff(dayjs(today), 'day') > 60 ? thisYear : `${Number(today.slice(0, 4)) + 1}${date}`
}

const ANCHORS = {
  pairing: ['the wanted pairing', 'Pair on'],
  'first signs': ['the first signs seen', 'Seen on'],
  'cooling begins': ['a fixed day', 'Cooling begins'],
} as const satisfies Record<RestAnchor['kind'], readonly [choice: string, day: string]>

interface RestWriting {
  kind: RestAnchor['kind']
  day: string
  hemisphere: Hemisphere
  name: string
  chosen: string[]
  batches: BatchDraft[]
  unitId: string | null
}

const planOf = ({ kind, day, hemisphere, name, chosen, batches, unitId }: RestWriting) => ({
  ...{ id: newId(), name: name.trim() || `Rest of ${day.slice(0, 4)}`, anchor: { kind, day }, hemisphere },
  rests: [
    ...chosen.map((animalId) => ({ id: newId(), animalId, unitId })),
    ...batches.map(({ protocolId, batch }) => ({ id: newId(), protocolId, batch, unitId: null })),
  ],
})

/** What the clocks are reckoned from: not what the plan is called. */
const whatCounts = (writing: RestWriting) => JSON.stringify({ ...writing, name: '' })

/** Chooses who is to rest and what it is reckoned from; shows every clock, and who is held back, before anything is kept. */
export function NewRestPage() {
  const { today } = useSession()
  const { data: animals } = useAnimals()
  const { data: units } = useUnits()
  const figures = useFigures()
  const goOn = useGoOn()
  /** The clocks of a draft, as long as it stays the same. */
  const [tried, setTried] = useState<{ of: string; book: RestBook } | null>(null)
  const options = useMemo(() => groupsOf(animals ?? []), [animals])
  const begin: RestWriting = {
    ...{ kind: 'pairing', day: nextPairing(today, 'north'), hemisphere: 'north' },
    ...{ name: '', chosen: [], batches: [], unitId: null },
  }
  const form = useContractForm({
    begin,
    schema: RestPlanDraft,
    body: planOf,
    send: async (body) => {
      if (clocks) {
        const { planId } = await send(restApi.addPlan, { body })
        return goOn(`/rest?plan=${planId}`)
      }
      setTried({ of: whatCounts(form.draft), book: await send(restApi.tryPlan, { body }) })
      return NOT_YET
    },
    fieldOf: (field) => (field.startsWith('anchor') ? 'day' : field.startsWith('rests') ? 'chosen' : field),
    keepAs: 'new rest',
  })
  const { kind, day, hemisphere, chosen, batches } = form.draft
  const clocks = tried?.of === whatCounts(form.draft) ? tried.book : null
  const held = clocks?.rests.filter((r) => r.held) ?? []
  return (
    <section className="page">
      <PageHead title="Plan a rest" />
      <ContractForm
        of={form}
        label="Plan a rest"
        actions={
          <Button
            type="primary"
            htmlType="submit"
            loading={form.sending}
            disabled={chosen.length + batches.length === 0}
          >
            {clocks ? 'Save plan' : 'Show the clocks'}
          </Button>
        }
      >
        <div className="row fields">
          <ChoiceField
            name="kind"
            label="Reckoned from"
            options={(Object.keys(ANCHORS) as RestAnchor['kind'][]).map((value) => ({
              value,
              label: ANCHORS[value][0],
            }))}
            onPick={(picked) =>
              form.change({ day: picked === 'pairing' ? nextPairing(today, hemisphere) : today })
            }
          />
          <DayField name="day" label={ANCHORS[kind][1]} width={150} needed="write the day" />
          <ChoiceField
            name="hemisphere"
            label="The room lies"
            options={['north', 'south']}
            onPick={(side) => kind === 'pairing' && form.change({ day: nextPairing(today, side) })}
          />
          <TextField
            name="name"
            label="Called"
            most={80}
            width={200}
            placeholder={`Rest of ${day.slice(0, 4)}`}
          />
        </div>
        {kind === 'first signs' && (
          <p className="small quiet">
            Males refuse food, animals hide and bask less: from that day on nothing more is fed.
          </p>
        )}
        <div className="row fields">
          <div className="grows min-320">
            <Form.Item
              name="chosen"
              label="Who will rest: animals, or whole lines"
              normalize={(ids: string[]) => spread(ids, animals ?? [])}
            >
              <Select
                mode="multiple"
                showSearch={{ optionFilterProp: 'label' }}
                maxTagCount={24}
                options={options}
                placeholder="tags and lines"
              />
            </Form.Item>
          </div>
          <PickField
            name="unitId"
            label="In"
            width={210}
            clear
            placeholder="decide later"
            options={(units ?? []).map((u) => ({
              value: u.id,
              label: `${u.name}, ${figures.celsius(u.setPointC)}`,
            }))}
          />
        </div>
        <BatchForm batches={batches} onChange={(next) => form.change({ batches: next })} />
      </ContractForm>
      {clocks && (
        <>
          <p role="status">
            <strong>{clocks.rests.length - held.length} can rest</strong>
            {held.length > 0 && (
              <>
                , <strong className="bad">{held.length} held back</strong>:{' '}
                {held.map((r) => `${r.tag} (${withDays(heldBecause(r), figures.day)})`).join('; ')}. They stay
                in the plan, and join it when their gates open.
              </>
            )}
          </p>
          <TimelineLegend />
          <RestTimeline book={clocks} picked={null} onPick={() => undefined} editable={false} />
        </>
      )}
    </section>
  )
}

/** Lines first, then animals by species; a line stands for whoever is of it. */
function groupsOf(animals: readonly AnimalRow[]) {
  const here = animals.filter((a) => livesHere(a.presence))
  const lines = new Map<string, number>()
  for (const a of here) if (a.line) lines.set(a.line, (lines.get(a.line) ?? 0) + 1)
  const species = [...new Set(here.map((a) => a.species))].sort()
  return [
    {
      label: 'lines',
      options: [...lines].sort().map(([line, n]) => ({ value: `line:${line}`, label: `${line} (all ${n})` })),
    },
    ...species.map((s) => ({
      label: s,
      options: here.filter((a) => a.species === s).map((a) => ({ value: a.id, label: calledOf(a) })),
    })),
  ]
}

function spread(ids: readonly string[], animals: readonly AnimalRow[]): string[] {
  const all = ids.flatMap((id) =>
    id.startsWith('line:')
      ? animals.filter((a) => a.line === id.slice(5) && livesHere(a.presence)).map((a) => a.id)
      : [id],
  )
  return [...new Set(all)]
}
