import {
  HatchDraft,
  incubationApi,
  newId,
  type AnimalRow,
  type ClutchPage,
  type EntryInput,
  type Place,
} from '@hatch-book/contract'
import { eggEnded } from '@hatch-book/core'
import { Checkbox, Input, Select } from 'antd'
import { useMemo, useState } from 'react'
import { EggMark } from '../parts/Egg'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { faultOf, OwnField, quantityOf } from '../parts/form/fields'
import { useContractForm } from '../parts/form/useContractForm'
import { MassInput } from '../parts/MassInput'
import { send, unfit, type RefusedError } from '../shell/api'
import { useFigures } from '../shell/figures'
import { rememberWritten } from '../shell/log'
import { animalsByNow, placeNames, useAnimals, usePlaces } from '../shell/queries'
import { useSession } from '../shell/session'
import { nextTags } from './tags'
import css from './boxes.module.css'
import { useNotices } from '../shell/notices'

interface Young {
  chosen: boolean
  tag: string
  placeId: string | null
  grams: string
}
/** What was written otherwise than proposed, by egg. */
type Changes = Record<string, Partial<Young>>
interface Row {
  egg: ClutchPage['clutch']['eggs'][number]
  young: Young
}

/** Eggs hatch into tagged young, each with a tub. Out only when the yolk is absorbed. */
export function HatchForm({ page, onDone }: { page: ClutchPage; onDone(): void }) {
  const { clutch } = page
  const { now } = useSession()
  const figures = useFigures()
  const notification = useNotices()
  const { data: nowAnimals } = useAnimals()
  const { data: nowPlaces } = usePlaces()
  // What is proposed stays as it was when the form was opened: nothing may change under the hand that types.
  const [first, setFirst] = useState<{ animals: AnimalRow[]; places: Place[] } | null>(null)
  if (first === null && nowAnimals && nowPlaces) setFirst({ animals: nowAnimals, places: nowPlaces })
  const animals = first?.animals
  const places = first ? nowPlaces : undefined
  const eggs = clutch.eggs.filter((e) => !eggEnded(e.fate))
  const names = placeNames(places ?? [])
  // Tubs are those that are free by now: one that somebody filled meanwhile is not proposed again.
  const freeIn = (among: readonly AnimalRow[]) => {
    const used = new Set(among.map((a) => a.place?.id))
    return (places ?? [])
      .filter((p) => p.kind === 'tub' && !used.has(p.id))
      .sort((a, b) => (names.get(a.id) ?? '').localeCompare(names.get(b.id) ?? '', 'en', { numeric: true }))
  }
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the names follow the places
  const free = useMemo(() => freeIn(nowAnimals ?? []), [nowAnimals, places])
  const tags = nextTags(
    clutch.dam.tag,
    (animals ?? []).map((a) => a.tag),
    eggs.length,
  )
  const nurseryFirst = (tubs: readonly Place[]) => {
    const inNursery = (p: Place) => Number((names.get(p.id) ?? '').startsWith('Nursery'))
    return [...tubs].sort((a, b) => inNursery(b) - inNursery(a))
  }
  const nursery = nurseryFirst(free)
  const anyPipped = eggs.some((e) => e.fate === 'pipped')
  const rowsOf = (changes: Changes): Row[] => {
    // Tags and tubs are dealt to the chosen in order, so that leaving one out leaves no hole.
    let dealt = 0
    return eggs.map((egg) => {
      const chosen = changes[egg.id]?.chosen ?? (anyPipped ? egg.fate === 'pipped' : true)
      const turn = chosen ? dealt++ : -1
      const usual = {
        tag: chosen ? (tags[turn] ?? '') : '',
        placeId: chosen ? (nursery[turn]?.id ?? null) : null,
        grams: '',
      }
      return { egg, young: { ...usual, ...changes[egg.id], chosen } }
    })
  }
  const chosenOf = (changes: Changes) => rowsOf(changes).filter((r) => r.young.chosen)
  /** A tub that was only proposed and was filled meanwhile gives way to the next free one; one that was picked stays. */
  const tubsByNow = async (changes: Changes): Promise<Map<string, string | null>> => {
    const chosen = chosenOf(changes)
    const list = await animalsByNow().catch(() => nowAnimals ?? [])
    const picked = chosen.flatMap(({ egg }) => changes[egg.id]?.placeId ?? [])
    const spare = nurseryFirst(freeIn(list))
      .map((p) => p.id)
      .filter((id) => !picked.includes(id))
    const deal = (wanted: string) => spare.splice(Math.max(0, spare.indexOf(wanted)), 1)[0] ?? null
    return new Map(
      chosen.map(({ egg, young: y }) => [
        egg.id,
        y.placeId === null || changes[egg.id]?.placeId !== undefined ? y.placeId : deal(y.placeId),
      ]),
    )
  }
  const form = useContractForm({
    begin: { changes: {} as Changes },
    schema: HatchDraft,
    body: ({ changes }) => {
      const chosen = chosenOf(changes)
      const faults = chosen.flatMap(({ young }, i) => {
        const says = faultOf(figures, 'mass', young.grams)
        return says === null ? [] : [{ field: `young.${i}.grams`, says }]
      })
      if (faults.length > 0) throw unfit(faults)
      const young = chosen.map(({ egg, young: { tag, placeId, grams } }) => ({
        ...{ eggId: egg.id, entryId: newId(), animalId: newId(), tag, placeId },
        grams: quantityOf(figures, 'mass', grams),
      }))
      return { at: now, young }
    },
    send: async (body) => {
      const tubs = await tubsByNow(form.draft.changes)
      const young = body.young.map((y) => ({ ...y, placeId: tubs.get(y.eggId) ?? null }))
      const entries: EntryInput[] = young.map((y) => ({
        id: y.entryId,
        kind: 'egg fate',
        subject: { type: 'clutch', id: clutch.id },
        at: now,
        payload: { eggId: y.eggId, fate: 'hatched', animalId: y.animalId },
      }))
      await send(incubationApi.hatch, { params: { id: clutch.id }, body: { at: now, young } }, () =>
        rememberWritten(entries, `${young.length} hatched from ${clutch.name}`),
      )
      notification.success({
        title: `${young.length} hatched from ${clutch.name}`,
        description: `${young.map((y) => (y.placeId ? `${y.tag} in ${names.get(y.placeId)}` : y.tag)).join(', ')}. Ctrl+Z takes it back.`,
        duration: 6,
      })
      onDone()
    },
    fieldOf: (field) => (field.startsWith('young') ? 'changes' : field),
    keepAs: `hatching of ${clutch.id}`,
  })
  if (!animals || !places) return null
  const hatching = chosenOf(form.draft.changes).length
  return (
    <ContractForm
      of={form}
      label="Hatching"
      actions={
        <FormActions
          of={form}
          save={`${hatching} hatched`}
          disabled={hatching === 0}
          onCancel={onDone}
          enterSaves
        />
      }
    >
      <p className="small">Out only when the yolk is absorbed and the animal has straightened.</p>
      <OwnField name="changes">
        <HatchRows
          rowsOf={rowsOf}
          refused={form.refused}
          tubs={free.map((p) => ({ value: p.id, label: names.get(p.id)! }))}
        />
      </OwnField>
    </ContractForm>
  )
}

/** Each egg with the tag, the tub and the weight of whoever comes out of it. */
function HatchRows({
  rowsOf,
  refused,
  tubs,
  value = {},
  onChange = () => undefined,
}: {
  rowsOf(changes: Changes): Row[]
  refused: RefusedError | null
  tubs: { value: string; label: string }[]
  value?: Changes
  onChange?(changes: Changes): void
}) {
  const rows = rowsOf(value)
  const chosen = rows.filter((r) => r.young.chosen)
  const set = (id: string, part: Partial<Young>) => onChange({ ...value, [id]: { ...value[id], ...part } })
  return rows.map(({ egg, young }) => {
    const i = chosen.findIndex((c) => c.egg.id === egg.id)
    const says =
      i >= 0 &&
      (refused?.says(`young.${i}.tag`) ??
        refused?.says(`young.${i}.eggId`) ??
        refused?.says(`young.${i}.grams`))
    return (
      <div key={egg.id} className="below-8">
        <div className={css.hatchling}>
          <Checkbox
            checked={young.chosen}
            onChange={(e) => set(egg.id, { chosen: e.target.checked })}
            aria-label={`egg ${egg.number} hatched`}
          >
            <EggMark fate={egg.fate} size={16} /> {egg.number}
          </Checkbox>
          <Input
            aria-label={`tag of egg ${egg.number}`}
            size="small"
            className="fig"
            disabled={!young.chosen}
            value={young.tag}
            onChange={(e) => set(egg.id, { tag: e.target.value })}
            maxLength={24}
          />
          <Select
            aria-label={`tub of egg ${egg.number}`}
            size="small"
            disabled={!young.chosen}
            allowClear
            showSearch={{ optionFilterProp: 'label' }}
            value={young.placeId}
            onChange={(v: string | undefined) => set(egg.id, { placeId: v ?? null })}
            options={tubs}
          />
          <MassInput
            aria-label={`weight of egg ${egg.number}`}
            size="small"
            disabled={!young.chosen}
            value={young.grams}
            onChange={(grams) => set(egg.id, { grams })}
          />
        </div>
        {says && <span className="bad small">{says}</span>}
      </div>
    )
  })
}
