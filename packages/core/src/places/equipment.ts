import { addDays, type Day } from '../calendar'
import type { Due, WorkItem } from '../rounds'
import type { EquipmentKind } from './kinds'

/** A piece of equipment as it was last fitted. */
export interface Fitted {
  equipment: string
  kind: EquipmentKind
  fittedOn: Day
  /** Replaced after so many days; null where it is used until it fails. */
  replaceDays: number | null
}

/** Replaced some weeks early it is money lost, late it is light lost. */
const AROUND_DAYS = 14

/** The day on which it is to be replaced; null where it is used until it fails. */
export const replaceOn = ({ fittedOn, replaceDays }: Fitted): Day | null =>
  replaceDays === null ? null : addDays(fittedOn, replaceDays)

/** What of a place's equipment is to be replaced, each on its day. */
export const equipmentWork = (of: Due, all: readonly Fitted[]): WorkItem[] =>
  all.flatMap((fitted): WorkItem[] => {
    const { equipment, kind, fittedOn, replaceDays } = fitted
    const due = replaceOn(fitted)
    if (due === null || replaceDays === null) return []
    return [
      {
        ...{ id: [of.id, 'replace', equipment, fittedOn].join(':'), kind: 'replace' },
        ...{ subject: { type: of.type, id: of.id, name: of.name }, placeId: of.placeId },
        ...{ says: `replace ${equipment}`, why: `fitted on ${fittedOn}, good for ${replaceDays} days` },
        ...{ earliest: addDays(due, -AROUND_DAYS), due, latest: addDays(due, AROUND_DAYS) },
        carries: { equipment, device: kind, replaceDays },
        mayBeLeft: true,
      },
    ]
  })
