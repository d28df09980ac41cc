import {
  ageOn,
  dayOfInstant,
  fitGrowth,
  speciesPrior,
  type Day,
  type DaySpan,
  type GrowthFit,
  type Protocol,
  type WeightAtAge,
  type WeightContext,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql, subjectsWithMerged } from '../entries'
import { hatchedSpan } from './judge'
import type { AnimalRecord } from './records'

export interface StoredWeight {
  at: number
  grams: number
  context: WeightContext
}

/** Weights of animals as they stand in the log, oldest first. */
export async function loadWeights(
  tx: Transaction,
  animalIds: readonly string[],
): Promise<Map<string, StoredWeight[]>> {
  const found = new Map<string, StoredWeight[]>(animalIds.map((id) => [id, []]))
  if (animalIds.length === 0) return found
  const { ids, canonical } = await subjectsWithMerged(tx, animalIds)
  const { rows } = await tx.execute<{ subject_id: string; at: Date; grams: number; context: WeightContext }>(
    sql`select e.subject_id, e.at, (e.payload->>'grams')::float8 as grams, e.payload->>'context' as context
        from entry e where e.kind = 'weighed' and e.subject_id = any(${sql.param(ids)}::uuid[]) and ${standsSql}
        order by e.at, e.id`,
  )
  for (const { subject_id, at, grams, context } of rows)
    found.get(canonical(subject_id))!.push({ at: new Date(at).getTime(), grams, context })
  return found
}

export function pointsOf(weights: readonly StoredWeight[], hatched: DaySpan, zone: string): WeightAtAge[] {
  return weights.map(({ at, grams, context }) => {
    const { least, most } = ageOn(hatched, dayOfInstant(at, zone))
    return { ageDays: (least + most) / 2, grams, context }
  })
}

/** An animal's own growth, leaning on its species where its weights are few; null without a hatch date or a weight. */
export function growthOf(
  record: AnimalRecord,
  weights: readonly StoredWeight[],
  zone: string,
): { fit: GrowthFit; points: WeightAtAge[] } | null {
  const hatched = hatchedSpan(record)
  if (!hatched || weights.length === 0) return null
  const points = pointsOf(weights, hatched, zone)
  const fit = fitGrowth(points, { prior: speciesPrior(curveFor(record)) })
  return fit && { fit, points }
}

const curveFor = ({ protocol, standing }: AnimalRecord) =>
  protocol.growth[standing.sex === 'male' ? 'male' : 'female']

const KEPT_FITS = 20_000
const fits = new Map<string, { stamp: string; fit: GrowthFit | null }>()

/** What a fit rests on: it is made anew when any of it changes. */
function stampOf({ animal, standing, protocol }: AnimalRecord): string {
  return [
    animal.hatchedFrom,
    animal.hatchedTo,
    standing.sex,
    standing.weight?.at,
    standing.weighings,
    standing.weighedGrams,
    protocol.origin,
  ].join('|')
}

/**
 * Growth of the animals whose weight does not suffice yet, whose date is therefore asked for. Fits are remembered by what they
 * rest on, so that a list of ten thousand fits only what changed.
 */
export async function growthOfTheLight(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
): Promise<Map<string, GrowthFit>> {
  const light = records.filter((r) => isLight(r.protocol, r) && hatchedSpan(r) !== null)
  const keyOf = (r: AnimalRecord) => `${r.animal.bookId}|${r.animal.id}`
  const stale = light.filter((r) => fits.get(keyOf(r))?.stamp !== stampOf(r))
  const weights = await loadWeights(
    tx,
    stale.map((r) => r.animal.id),
  )
  for (const record of stale) {
    if (fits.size >= KEPT_FITS) fits.delete(fits.keys().next().value!)
    const grown = growthOf(record, weights.get(record.animal.id)!, zone)
    fits.set(keyOf(record), { stamp: stampOf(record), fit: grown?.fit ?? null })
  }
  return new Map(
    light.flatMap((r) => {
      const fit = fits.get(keyOf(r))?.fit
      return fit ? [[r.animal.id, fit] as const] : []
    }),
  )
}

function isLight({ readiness }: Protocol, { animal, standing }: AnimalRecord): boolean {
  const { grams } = readiness[standing.sex === 'male' ? 'male' : 'female']
  return (
    animal.purpose === 'breeder' &&
    grams !== null &&
    standing.weight !== null &&
    standing.weight.grams < grams.wanted
  )
}

export type FittedDay = { day: Day; grams: number; least: number; most: number }
