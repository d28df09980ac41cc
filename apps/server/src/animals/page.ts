import { may, type AnimalPage } from '@hatch-book/contract'
import {
  sayIn,
  airOfStage,
  addDays,
  bandAt,
  curveWeight,
  dayFromNumber,
  dayNumber,
  dayOfInstant,
  daysBetween,
  careInWords,
  roomByLengthInWords,
  everyDays,
  middleDay,
  projectGrowth,
  siblingPercentile,
  weighOffFood,
  type FemaleSign,
  type GrowthFit,
} from '@hatch-book/core'
import { and, desc, eq, or, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { readEntries, standsSql, isOfKind } from '../log'
import { loadShelf } from '../protocols'
import { askedPrice, loadPrices } from '../leaving'
import type { Actor } from '../shell/actor'
import { checksOfPage } from './checks'
import { growthOf, loadWeights, type StoredWeight } from './growth'
import { hatchedSpan, type JudgedAnimal } from './judge'
import { roomOf } from './room'
import { lightOfAnimal } from './light'
import { growthPace } from './pace'
import { loadRecords } from './records'
import { loadSizes } from './sizes'

const DAYS_AHEAD = 150
const CURVE_POINTS = 60
/** What was looked at longer ago tells nothing of today. */
const SIGN_GOOD_DAYS = 21
const TREND_DAYS = 60
const OFF_FOOD_REFUSALS = 2

/** Everything that an animal's own page shows. */
export async function animalPage(tx: Transaction, actor: Actor, judged: JudgedAnimal): Promise<AnimalPage> {
  const { record, row, stage } = judged
  const { animal, protocol } = record
  const weights = (await loadWeights(tx, [animal.id])).get(animal.id)!
  const young = await tx
    .select({ id: tables.animal.id, tag: tables.animal.tag })
    .from(tables.animal)
    .where(
      and(
        eq(tables.animal.withdrawn, false),
        or(eq(tables.animal.damId, animal.id), eq(tables.animal.sireId, animal.id)),
      ),
    )
    .orderBy(tables.animal.tag)
  const merged = await tx
    .select({ id: tables.animal.id, tag: tables.animal.tag })
    .from(tables.animal)
    .where(eq(tables.animal.mergedIntoId, animal.id))
  const sex = row.sex === 'male' ? 'male' : 'female'
  const wantedGrams = protocol.readiness[sex].grams?.wanted ?? null
  const shelf = await loadShelf(tx)
  const seesTrade = may(actor.member.role, 'see who buys')
  return {
    animal: row,
    protocolId: animal.protocolId,
    origin: animal.origin,
    note: animal.note,
    readiness: judged.readiness,
    edition: shelf.resolved(animal).edition,
    stage: {
      name: stage.stage.name,
      all: protocol.stages.map((s) => s.name),
      placedBy: stage.placedBy,
      step: stage.step,
      next: stage.next,
      gate: stage.gate,
      housing: [stage.stage.housing, roomByLengthInWords(roomOf(judged))].filter(Boolean).join('; '),
      climate: airOfStage(stage.stage, sayIn(actor.book)),
      light: lightOfAnimal(judged, actor),
      feed: stage.stage.feed
        ? `${stage.stage.feed.prey}, ${everyDays(stage.stage.feed.everyDays.typical)}`
        : 'nothing yet',
      care: careInWords(stage.stage.care),
    },
    leaving: judged.leaving,
    weights: weights.map((w) => ({ at: new Date(w.at).toISOString(), grams: w.grams, context: w.context })),
    sizes: await loadSizes(tx, animal.id, actor.book.zone),
    checks: checksOfPage(judged, actor),
    growth: await growthView(tx, actor, judged, weights, wantedGrams),
    wantedGrams,
    pace: growthPace(record, actor.book.zone),
    offFood: await offFoodView(tx, actor, judged, weights),
    traits: record.standing.traits,
    photos: await photosOf(tx, animal.id),
    papers: await papersOf(tx, animal.id),
    merged,
    entries: await readEntries(tx, { subjectIds: [animal.id], limit: 200, reader: actor.member }),
    young,
    cautions: protocol.cautions,
    quarantineDays: protocol.quarantineDays,
    price: protocol.price,
    sexing: protocol.rearing.methods.map(({ name, right }) => ({ name, right })),
    defects: record.standing.young.defects.map(({ at, ...d }) => ({
      ...d,
      on: dayOfInstant(at, actor.book.zone),
    })),
    asked: seesTrade ? askedPrice(await loadPrices(tx), judged) : null,
    permits: record.standing.young.permits,
    papersWanted: protocol.papers,
    reservation: seesTrade ? record.standing.young.reserved : null,
  }
}

async function photosOf(tx: Transaction, animalId: string): Promise<AnimalPage['photos']> {
  const { photo } = tables
  const rows = await tx
    .select({ id: photo.id, view: photo.view, at: photo.at, width: photo.width, height: photo.height })
    .from(photo)
    .where(eq(photo.animalId, animalId))
    .orderBy(desc(photo.at))
  return rows.map((p) => ({ ...p, at: p.at.toISOString() }))
}

async function papersOf(tx: Transaction, animalId: string): Promise<AnimalPage['papers']> {
  const { paper, member } = tables
  const rows = await tx
    .select({
      id: paper.id,
      name: paper.name,
      type: paper.type,
      size: paper.size,
      at: paper.at,
      by: member.name,
    })
    .from(paper)
    .innerJoin(member, eq(member.id, paper.memberId))
    .where(eq(paper.animalId, animalId))
    .orderBy(desc(paper.at))
  return rows.map((p) => ({ ...p, at: p.at.toISOString() }))
}

/** The animal's own curve with its band, what lies off it, where it is going, and where it stands among its clutch mates. */
async function growthView(
  tx: Transaction,
  actor: Actor,
  { record }: JudgedAnimal,
  weights: readonly StoredWeight[],
  wantedGrams: number | null,
): Promise<AnimalPage['growth']> {
  const hatched = hatchedSpan(record)
  const grown = (await growthOf(tx, [record], actor.book.zone, actor.today)).get(record.animal.id)
  if (!hatched || !grown) return null
  const { fit, points } = grown
  const born = dayNumber(middleDay(hatched))
  const from = born + Math.min(...points.map((p) => p.ageDays))
  const to = dayNumber(addDays(actor.today, DAYS_AHEAD))
  const step = Math.max(1, (to - from) / CURVE_POINTS)
  return {
    model: fit.curve.model,
    noise: fit.noise,
    counted: fit.counted,
    curve: Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => {
      const day = from + i * step
      const { grams, least, most } = bandAt(fit, day - born)
      return { day: dayFromNumber(day), grams, least, most }
    }),
    outliers: fit.outliers.map(({ index, why, off }) => ({
      at: new Date(weights[index]!.at).toISOString(),
      why,
      off,
    })),
    reaches: wantedGrams === null ? null : projectGrowth(fit, hatched, wantedGrams),
    percentile: await percentileOf(tx, actor, record, fit, points.at(-1)!.ageDays),
  }
}

/** Among clutch mates, by what each weighs on its own curve at the age of this one's last weighing. */
async function percentileOf(
  tx: Transaction,
  actor: Actor,
  { animal }: JudgedAnimal['record'],
  fit: GrowthFit,
  ageDays: number,
): Promise<{ percent: number; siblings: number } | null> {
  if (!animal.clutchId) return null
  const mates = await loadRecords(
    tx,
    and(eq(tables.animal.clutchId, animal.clutchId), sql`${tables.animal.id} <> ${animal.id}`),
  )
  const grown = await growthOf(tx, mates, actor.book.zone, actor.today)
  const grams = [...grown.values()].map((g) => curveWeight(g.fit.curve, ageDays))
  const percent = siblingPercentile(curveWeight(fit.curve, ageDays), grams)
  return percent === null ? null : { percent, siblings: grams.length }
}

/** What may have put a breeding female off her food; null while she eats, or rests in the cold. */
async function offFoodView(
  tx: Transaction,
  actor: Actor,
  { record, row, facts }: JudgedAnimal,
  weights: readonly StoredWeight[],
): Promise<AnimalPage['offFood']> {
  const { animal, standing, protocol } = record
  if (row.sex !== 'female' || animal.purpose !== 'breeder' || row.presence !== 'here' || facts.resting)
    return null
  if (facts.refusalsInARow < OFF_FOOD_REFUSALS) return null
  const { zone } = actor.book
  const daysSince = (at: number) => daysBetween(dayOfInstant(at, zone), actor.today)
  const { rows } = await tx.execute<{ at: Date }>(sql`
    select e.at from entry e join pairing g on g.id = e.subject_id and g.female_id = ${animal.id}
    where ${isOfKind('locked')} and ${standsSql} order by e.at desc limit 1`)
  const last = weights.at(-1)
  const earlier =
    last &&
    weights.findLast(
      (w) => daysBetween(dayOfInstant(w.at, zone), dayOfInstant(last.at, zone)) >= TREND_DAYS / 2,
    )
  const { oldestDays } = protocol.readiness.female
  const signs = Object.entries(standing.signs).filter(([, s]) => daysSince(s.at) <= SIGN_GOOD_DAYS)
  return weighOffFood({
    refusalsInARow: facts.refusalsInARow,
    weightChange: last && earlier ? last.grams / earlier.grams - 1 : null,
    condition: facts.condition?.score ?? null,
    ageShare: facts.hatched ? daysBetween(middleDay(facts.hatched), actor.today) / oldestDays : null,
    daysSinceWarm: standing.warmedAt === null ? null : daysSince(standing.warmedAt),
    daysSinceLock: rows[0] ? daysSince(new Date(rows[0].at).getTime()) : null,
    lockToLayingDays: protocol.pairing.lockToLaying.typical,
    openProblems: facts.openProblems,
    signs: Object.fromEntries(signs.map(([sign, { seen }]) => [sign as FemaleSign, seen])),
  })
}
