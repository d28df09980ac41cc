import type { RestKind, RestRules } from '../protocols'

/** A batch that rests together: cocoons, dry eggs. */
export interface RestBatch {
  name: string
  count: number
  kind: RestKind
  holdC: number
  holdDays: number
}

const AROUND_C = 2
const AROUND_SHARE = 0.25
const just = (typical: number) => ({ typical, least: typical, most: typical })

/** What a batch is rested by where its protocol says nothing: weekly to fortnightly looks, a quarter of the hold either way. */
const PLAIN: Omit<RestRules, 'kind' | 'holdC' | 'holdDays' | 'fromC' | 'alarm'> = {
  needed: 'optional',
  fast: [{ underGrams: null, days: just(0) }],
  downPerDayC: { typical: 5, least: 2, most: 10 },
  upPerDayC: { typical: 5, least: 2, most: 10 },
  checkDays: { typical: 14, least: 7, most: 21 },
  upDays: null,
  warnLoss: 0.1,
  alarmLoss: 0.15,
  firstWaterDays: just(0),
  firstMealDays: just(0),
  introductionDays: { typical: 14, least: 3, most: 45 },
  leastAgeDays: 0,
  leastGrams: 0,
  unit: {
    days: { typical: 14, least: 7, most: 21 },
    share: { typical: 0.97, least: 0.95, most: 0.99 },
    excursionHours: { typical: 2, least: 1, most: 4 },
    swingC: { typical: 1.5, least: 0.5, most: 2.5 },
  },
  tub: { count: 1_000_000, litresPer100g: 0, sizeRatio: Infinity, sexesApart: false },
  bedding: '',
  lightHours: null,
  firstYearSchool: '',
  firstYear: null,
  secondYear: null,
  wakeSigns: '',
}

/**
 * The rules a batch is rested by: its protocol's, where that rests the same way, with the hold that was chosen for the batch.
 */
export function batchRules(protocol: RestRules | null, batch: RestBatch): RestRules {
  const same = protocol?.kind === batch.kind ? protocol : null
  const holdC =
    same && same.holdC.typical === batch.holdC
      ? same.holdC
      : { typical: batch.holdC, least: batch.holdC - AROUND_C, most: batch.holdC + AROUND_C }
  return {
    ...PLAIN,
    ...same,
    kind: batch.kind,
    fromC: same?.fromC ?? Math.max(batch.holdC, ROOM_C),
    holdC,
    holdDays: {
      typical: batch.holdDays,
      least: Math.round(batch.holdDays * (1 - AROUND_SHARE)),
      most: Math.round(batch.holdDays * (1 + AROUND_SHARE)),
    },
    alarm: same?.alarm ?? { lowC: Math.max(1, holdC.least - 3), highC: holdC.most + 5, hours: 24 },
  }
}
const ROOM_C = 20
