import {
  ageOn,
  dayOfInstant,
  MOST_SPEAKERS,
  fitGrowth,
  linePrior,
  speciesPrior,
  type DaySpan,
  type GrowthFit,
  type WeightAtAge,
  type WeightContext,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql, subjectsWithMerged } from '../entries'
import { hatchedSpan } from './judge'
import { loadRecords, withIds, type AnimalRecord } from './records'

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

/** Those who share a curve, and borrow from it: one line (or the species, without lines) and one sex. */
const groupOf = ({ animal, standing }: AnimalRecord) =>
  `${animal.bookId}|${animal.protocolId}|${animal.line}|${standing.sex}`
const keyOf = ({ animal }: AnimalRecord) => `${animal.bookId}|${animal.id}`
const curveFor = ({ protocol, standing }: AnimalRecord) =>
  protocol.growth[standing.sex === 'male' ? 'male' : 'female']

export interface Grown {
  fit: GrowthFit
  points: WeightAtAge[]
}

const KEPT_FITS = 20_000
/** First fits, each animal against its species: made anew only when what they rest on changes. */
const firstFits = new Map<string, { stamp: string; grown: Grown | null }>()

function stampOf({ animal, standing, protocol }: AnimalRecord): string {
  return [
    ...[animal.hatchedFrom, animal.hatchedTo, standing.sex, protocol.origin],
    ...[standing.weight?.at, standing.weighings, standing.weighedGrams],
  ].join('|')
}

async function fitFirst(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
): Promise<Map<string, Grown>> {
  const stale = records.filter((r) => firstFits.get(keyOf(r))?.stamp !== stampOf(r))
  const weights = await loadWeights(
    tx,
    stale.map((r) => r.animal.id),
  )
  for (const record of stale) {
    const hatched = hatchedSpan(record)
    const own = weights.get(record.animal.id)!
    const points = hatched ? pointsOf(own, hatched, zone) : []
    const fit = fitGrowth(points, { prior: speciesPrior(curveFor(record)) })
    if (firstFits.size >= KEPT_FITS) firstFits.delete(firstFits.keys().next().value!)
    firstFits.set(keyOf(record), { stamp: stampOf(record), grown: fit && { fit, points } })
  }
  return new Map(
    records.flatMap((r) => {
      const grown = firstFits.get(keyOf(r))?.grown
      return grown ? [[r.animal.id, grown] as const] : []
    }),
  )
}

/** The well-known animals of the lines of some others, who speak for them: as many of each as count. */
async function speakersFor(tx: Transaction, records: readonly AnimalRecord[]): Promise<AnimalRecord[]> {
  const pairs = JSON.stringify([
    ...new Map(
      records.map(({ animal: a }) => [`${a.protocolId}|${a.line}`, { p: a.protocolId, l: a.line }]),
    ).values(),
  ])
  const { rows } = await tx.execute<{ id: string }>(sql`
    select id from (
      select a.id, row_number() over (partition by a.protocol_id, a.line, s.standing->>'sex'
        order by (s.standing->>'weighings')::int desc, a.id) as place
      from animal a join animal_standing s on s.id = a.id
      join json_to_recordset(${pairs}::json) as g(p uuid, l text) on g.p = a.protocol_id and g.l = a.line
      where not a.withdrawn and a.hatched_from is not null and (s.standing->>'weighings')::int > 0) ranked
    where place <= ${MOST_SPEAKERS}`)
  return loadRecords(tx, withIds(rows.map((r) => r.id)))
}

/**
 * The growth of some animals, each on its own curve, those with few weights leaning on their line.
 * @returns by the animal's id; without a hatch date or a weight an animal has none
 */
export async function growthOf(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
): Promise<Map<string, Grown>> {
  const known = records.filter((r) => hatchedSpan(r) !== null && r.standing.weight !== null)
  if (known.length === 0) return new Map()
  const speakers = await speakersFor(tx, known)
  const first = await fitFirst(tx, [...known, ...speakers], zone)
  const spoken = new Map<string, GrowthFit[]>()
  for (const speaker of speakers) {
    const grown = first.get(speaker.animal.id)
    if (grown) spoken.set(groupOf(speaker), [...(spoken.get(groupOf(speaker)) ?? []), grown.fit])
  }
  return new Map(
    known.flatMap((record) => {
      const grown = first.get(record.animal.id)
      if (!grown) return []
      const prior = linePrior(spoken.get(groupOf(record)) ?? [], curveFor(record))
      const fit = fitGrowth(grown.points, { prior })
      return fit ? [[record.animal.id, { fit, points: grown.points }] as const] : []
    }),
  )
}

/** Growth of the animals whose weight does not suffice yet, whose date is therefore asked for. */
export async function growthOfTheLight(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
): Promise<Map<string, Grown>> {
  return growthOf(tx, records.filter(isLight), zone)
}

function isLight({ animal, standing, protocol }: AnimalRecord): boolean {
  const { grams } = protocol.readiness[standing.sex === 'male' ? 'male' : 'female']
  return (
    animal.purpose === 'breeder' &&
    grams !== null &&
    standing.weight !== null &&
    standing.weight.grams < grams.wanted
  )
}
