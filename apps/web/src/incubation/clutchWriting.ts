import {
  newId,
  type AnimalRow,
  type ClutchView,
  type PairingView,
  type Place,
  type ProtocolSummary,
} from '@hatch-book/contract'
import type { ClutchKind } from '@hatch-book/core'
import { faultOf, quantityOf } from '../parts/form/fields'
import { unfit } from '../shell/api'
import type { Figures } from '../shell/figures'
import { boxesOf } from './boxes'
import { countOf, freshCount, type CountedDraft } from './CountedFields'
import type { FoundEgg } from './EggGrid'
import type { LitterDraft } from './LitterFields'
import { nextTags } from './tags'

/** Kinds whose eggs are kept one by one. */
const SINGLY: readonly ClutchKind[] = ['clutch', 'singly boxed eggs']
const USUAL_EGGS = 8
export const MOST_EGGS = 300
const MS_PER_HOUR = 3_600_000

/** A clutch as it is being written down; null where what is proposed stands. */
export interface ClutchWriting {
  pairingId: string | null
  damId: string | null
  kind: ClutchKind | null
  foundAt: string
  hours: number | null
  method: string | null
  boxId: string | null
  eggs: FoundEgg[] | null
  counted: CountedDraft | null
  litter: LitterDraft | null
  damGrams: string
  note: string
}

/** What the book knows that is proposed from. */
export interface ClutchScene {
  pairings: readonly PairingView[]
  animals: readonly AnimalRow[]
  places: readonly Place[]
  clutches: readonly ClutchView[]
  protocols: readonly ProtocolSummary[]
  /** Eggs that nothing is known of yet, as many as there may be. */
  fresh: readonly FoundEgg[]
}

export const freshEggs = (count: number): FoundEgg[] =>
  Array.from({ length: count }, () => ({ id: newId(), fate: 'set', grams: '' }))

/** What stands in the form: what was written, and what is proposed beside it. */
export function clutchFrom(writing: ClutchWriting, scene: ClutchScene) {
  const { pairings, animals, protocols, fresh } = scene
  const pairing = pairings.find((p) => p.id === writing.pairingId)
  const dam = animals.find((a) => a.id === (pairing?.female.id ?? writing.damId))
  const protocol = protocols.find((p) => p.species === dam?.species)
  const methods = protocol?.methods ?? []
  const kind: ClutchKind = writing.kind ?? (dam && methods.length === 0 ? 'litter' : 'clutch')
  const usual = Math.min(MOST_EGGS, Math.max(1, Math.round(protocol?.usualCount ?? USUAL_EGGS)))
  const youngOf = (count: number, before: LitterDraft['live'] = []): LitterDraft['live'] => {
    const tags = nextTags(
      dam?.tag ?? 'Y',
      animals.map((a) => a.tag),
      count,
    )
    return Array.from(
      { length: count },
      (_, i) => before[i] ?? { id: fresh[i]!.id, tag: tags[i]!, grams: '' },
    )
  }
  const boxes = freeBoxes(scene)
  return {
    ...{ pairing, dam, methods, kind, youngOf, boxes },
    isSingly: SINGLY.includes(kind),
    eggs: writing.eggs ?? fresh.slice(0, usual),
    counted: writing.counted ?? freshCount(usual),
    litter: writing.litter ?? { live: dam ? youngOf(usual) : [], stillborn: 0, unfertilised: 0 },
    boxId: writing.boxId ?? nearestTo(protocol?.setPointC ?? null, boxes)?.value ?? null,
    method: writing.method ?? methods[0]?.name ?? '',
  }
}

function freeBoxes({ clutches, places }: ClutchScene) {
  const used = new Set(clutches.flatMap((c) => (c.waiting > 0 && c.box ? [c.box.id] : [])))
  return boxesOf(places, used)
}

/** The free box whose incubator is nearest to what these eggs want. */
function nearestTo(setPointC: number | null, boxes: ReturnType<typeof boxesOf>) {
  const off = (b: (typeof boxes)[number]) =>
    Math.abs((b.setPointC ?? Infinity) - (setPointC ?? b.setPointC ?? 0))
  return boxes
    .filter((b) => !b.disabled)
    .reduce<(typeof boxes)[number] | null>(
      (best, b) => (best === null || off(b) < off(best) ? b : best),
      null,
    )
}

/**
 * What is sent of it.
 * @throws RefusedError where a weight cannot be read, at its field
 */
export function clutchBody(writing: ClutchWriting, scene: ClutchScene, figures: Figures) {
  const { pairing, dam, kind, isSingly, eggs, counted, litter, boxId, method } = clutchFrom(writing, scene)
  const young = kind === 'litter' ? litter.live : []
  const weights = [
    ...(isSingly ? eggs : []).map((e, i) => ({ field: `eggs.${i}.grams`, typed: e.grams })),
    ...young.map((y, i) => ({ field: `litter.live.${i}.grams`, typed: y.grams })),
  ]
  const faults = weights.flatMap(({ field, typed }) => {
    const says = faultOf(figures, 'mass', typed)
    return says === null ? [] : [{ field, says }]
  })
  if (faults.length > 0) throw unfit(faults)
  const grams = (typed: string) => quantityOf(figures, 'mass', typed)
  const laidFrom = new Date(Date.parse(writing.foundAt) - (writing.hours ?? 0) * MS_PER_HOUR)
  return {
    ...{ id: newId(), entryId: newId(), kind, note: writing.note },
    ...{ pairingId: pairing?.id ?? null, damId: dam?.id ?? '', damGrams: grams(writing.damGrams) },
    ...{ foundAt: writing.foundAt, laidFrom: laidFrom.toISOString(), laidTo: writing.foundAt },
    ...(kind === 'litter'
      ? {
          litter: {
            live: young.map((y) => ({ animalId: y.id, tag: y.tag, grams: grams(y.grams) })),
            ...{ stillborn: litter.stillborn, unfertilised: litter.unfertilised },
          },
        }
      : { boxId: boxId ?? '', method }),
    ...(isSingly
      ? { eggs: eggs.map((e, cell) => ({ id: e.id, fate: e.fate, grams: grams(e.grams), cell })) }
      : {}),
    ...(!isSingly && kind !== 'litter' ? { counted: countOf(counted) } : {}),
  }
}
