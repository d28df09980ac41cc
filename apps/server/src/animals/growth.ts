import {
  addDays,
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
import { inArray, lt, sql } from 'drizzle-orm'
import { createHash } from 'node:crypto'
import { v5 as uuidV5 } from 'uuid'
import { keepInBook, readsBook, tables, type Transaction } from '../db/connect'
import { newCache } from '../db/cache'
import { standsSql, subjectsWithMerged, carriedNumber, carried, isOfKind } from '../log'
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

const fits = newCache<{ fit: GrowthFit | null }>({ most: 60_000 })

/**
 * The fit of some weighings against what is expected of them. It rests on these two alone, and takes most of the time of a judgement: a change of
 * any other figure, which judges everybody twice, finds it again.
 */
function fitOnce(points: readonly WeightAtAge[], prior: GrowthPrior): GrowthFit | null {
  const key = createHash('sha1')
    .update(JSON.stringify([prior, points]))
    .digest('base64')
  const known = fits.get(key)
  if (known) return known.fit
  const fit = fitGrowth(points, { prior })
  fits.set(key, { fit })
  return fit
}

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
    const fit = hatched && fitOnce(pointsOf(before, hatched, zone), speciesPrior(curveFor(record)))
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

/** What is expected of each line on a day. */
const priors = newCache<GrowthPrior>({ most: 5000 })

/**
 * What is expected of the lines of some animals: one answer for a whole day, so that lists, pages and servers say one date. It is learned
 * from what was weighed before the morning of the day before, so that tomorrow's is known today; an animal's own weights count at once.
 */
export async function expectedOf(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
  today: Day,
): Promise<(record: AnimalRecord) => GrowthPrior> {
  const keyOf = (r: AnimalRecord) => `${groupOf(r)}|${today}|${r.protocol.origin}`
  const known = new Map<string, GrowthPrior>()
  for (const key of new Set(records.map(keyOf))) {
    const prior = priors.get(key)
    if (prior) known.set(key, prior)
  }
  const isKnown = (r: AnimalRecord) => known.has(keyOf(r))
  if (!records.every(isKnown)) {
    const wanted = new Set(records.filter((r) => !isKnown(r)).map(keyOf))
    for (const [key, prior] of await readPriors(tx, wanted)) known.set(key, prior)
  }
  const unknown = records.filter((r) => !isKnown(r))
  if (unknown.length > 0) {
    const learned = await learnPriors(tx, unknown, zone, addDays(today, -1))
    const fresh = new Map(unknown.map((r) => [keyOf(r), learned(r)]))
    for (const [key, prior] of fresh) known.set(key, prior)
    // What a transaction that writes sees may never be so.
    if (readsBook(tx) !== null) await keepInBook(tx, (writer) => storePriors(writer, fresh, today))
  }
  if (readsBook(tx) !== null) for (const [key, prior] of known) priors.set(key, prior)
  return (r) => known.get(keyOf(r))!
}

/** Learns what is expected of all lines of the book on a day, so that nobody waits for it. */
export async function learnLines(tx: Transaction, zone: string, day: Day): Promise<void> {
  await expectedOf(tx, (await loadRecords(tx)).filter(hasGrowth), zone, day)
}

const hasGrowth = (r: AnimalRecord) => hatchedSpan(r) !== null && r.standing.weight !== null

/** @param until what was weighed before this day counts */
async function learnPriors(
  tx: Transaction,
  records: readonly AnimalRecord[],
  zone: string,
  until: Day,
): Promise<(record: AnimalRecord) => GrowthPrior> {
  const speakers = await speakersFor(tx, records)
  const first = await fitFirst(tx, speakers, zone, instantOfDay(until, zone))
  const spoken = new Map<string, GrowthFit[]>()
  for (const speaker of speakers) {
    const fit = first.get(speaker.animal.id)
    if (fit) spoken.set(groupOf(speaker), [...(spoken.get(groupOf(speaker)) ?? []), fit])
  }
  const learned = new Map<string, GrowthPrior>()
  return (r) => {
    const key = `${groupOf(r)}|${r.protocol.origin}`
    const prior = learned.get(key) ?? linePrior(spoken.get(groupOf(r)) ?? [], curveFor(r))
    learned.set(key, prior)
    return prior
  }
}

/** One key is one row, on whichever server it is learned first. */
const PRIORS = '5d0cf0b0-3c52-4d8f-9d13-0d6f8f5d7a11'
const rowOf = (key: string) => uuidV5(key, PRIORS)

async function readPriors(tx: Transaction, keys: ReadonlySet<string>): Promise<Map<string, GrowthPrior>> {
  const { linePrior: table } = tables
  const keyOfRow = new Map([...keys].map((key) => [rowOf(key), key]))
  const rows = await tx
    .select()
    .from(table)
    .where(inArray(table.id, [...keyOfRow.keys()]))
  return new Map(rows.map((r) => [keyOfRow.get(r.id)!, r.prior]))
}

async function storePriors(
  tx: Transaction,
  priorsOfKeys: ReadonlyMap<string, GrowthPrior>,
  day: Day,
): Promise<void> {
  const { linePrior: table } = tables
  await tx.delete(table).where(lt(table.day, addDays(day, -1)))
  await tx
    .insert(table)
    .values(
      [...priorsOfKeys].map(([key, prior]) => ({
        bookId: sql`current_setting('app.book_id')::uuid`,
        ...{ id: rowOf(key), day, prior },
      })),
    )
    .onConflictDoNothing()
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
  const known = records.filter(hasGrowth)
  if (known.length === 0) return new Map()
  const priorOf = await expectedOf(tx, known, zone, today)
  const weights = await loadWeights(
    tx,
    known.map((r) => r.animal.id),
  )
  const grown = await inTurns(known, (record) => {
    const points = pointsOf(weights.get(record.animal.id)!, hatchedSpan(record)!, zone)
    const fit = fitOnce(points, priorOf(record))
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
