import {
  ageOn,
  dayOfInstant,
  MOST_SPEAKERS,
  fitGrowth,
  linePrior,
  speciesPrior,
  instantOfDay,
  type Day,
  type DaySpan,
  type GrowthFit,
  type GrowthPrior,
  type WeightAtAge,
  type WeightContext,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { newCache } from '../db/cache'
import { standsSql, subjectsWithMerged, carriedNumber, carried, isOfKind } from '../entries'
import { inTurns } from '../shell/turns'
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
    sql`select e.subject_id, e.at, ${carriedNumber('weighed', 'grams')} as grams, ${carried('weighed', 'context')} as context
        from entry e where ${isOfKind('weighed')} and ${carriedNumber('weighed', 'grams')} > 0 and e.subject_id = any(${sql.param(ids)}::uuid[]) and ${standsSql}
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
const curveFor = ({ protocol, standing }: AnimalRecord) =>
  protocol.growth[standing.sex === 'male' ? 'male' : 'female']

export interface Grown {
  fit: GrowthFit
  points: WeightAtAge[]
}

/** Each animal against its species, by its weights up to a moment. */
async function fitFirst(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
  until: number,
): Promise<Map<string, GrowthFit>> {
  const weights = await loadWeights(
    tx,
    records.map((r) => r.animal.id),
  )
  const fits = await inTurns(records, (record) => {
    const hatched = hatchedSpan(record)
    const before = weights.get(record.animal.id)!.filter((w) => w.at < until)
    const fit =
      hatched && fitGrowth(pointsOf(before, hatched, zone), { prior: speciesPrior(curveFor(record)) })
    return fit ? [[record.animal.id, fit] as const] : []
  })
  return new Map(fits.flat())
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

/** What is expected of a line as of this morning: one answer for a whole day, so that a list and a page say one date. */
const priors = newCache<GrowthPrior>({ most: 5000 })

async function priorsOf(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
  today: Day,
): Promise<(record: AnimalRecord) => GrowthPrior> {
  const keyOfDay = (r: AnimalRecord) => `${groupOf(r)}|${today}|${r.protocol.origin}`
  const known = new Map<string, GrowthPrior>()
  for (const r of records) {
    const prior = priors.get(keyOfDay(r))
    if (prior) known.set(keyOfDay(r), prior)
  }
  const unknown = records.filter((r) => !known.has(keyOfDay(r)))
  if (unknown.length > 0) {
    const speakers = await speakersFor(tx, unknown)
    const morning = instantOfDay(today, zone)
    const first = await fitFirst(tx, speakers, zone, morning)
    const spoken = new Map<string, GrowthFit[]>()
    for (const speaker of speakers) {
      const fit = first.get(speaker.animal.id)
      if (fit) spoken.set(groupOf(speaker), [...(spoken.get(groupOf(speaker)) ?? []), fit])
    }
    for (const r of unknown) {
      const prior = linePrior(spoken.get(groupOf(r)) ?? [], curveFor(r))
      known.set(keyOfDay(r), prior)
      priors.set(keyOfDay(r), prior)
    }
  }
  return (r) => known.get(keyOfDay(r))!
}

/**
 * The growth of some animals, each on its own curve, those with few weights leaning on their line.
 * @returns by the animal's id; without a hatch date or a weight an animal has none
 */
export async function growthOf(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
  today: Day,
): Promise<Map<string, Grown>> {
  const known = records.filter((r) => hatchedSpan(r) !== null && r.standing.weight !== null)
  if (known.length === 0) return new Map()
  const priorOf = await priorsOf(tx, known, zone, today)
  const weights = await loadWeights(
    tx,
    known.map((r) => r.animal.id),
  )
  const grown = await inTurns(known, (record) => {
    const points = pointsOf(weights.get(record.animal.id)!, hatchedSpan(record)!, zone)
    const fit = fitGrowth(points, { prior: priorOf(record) })
    return fit ? [[record.animal.id, { fit, points }] as const] : []
  })
  return new Map(grown.flat())
}

/** Growth of the animals whose weight does not suffice yet, whose date is therefore asked for. */
export async function growthOfTheLight(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
  today: Day,
): Promise<Map<string, Grown>> {
  return growthOf(tx, records.filter(isLight), zone, today)
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
