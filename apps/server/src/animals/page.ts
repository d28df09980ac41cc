import type { AnimalPage } from '@hatch-book/contract'
import {
  addDays,
  dayFromNumber,
  dayNumber,
  dayOfInstant,
  gompertzWeight,
  middleDay,
  type GrowthCurve,
} from '@hatch-book/core'
import { and, eq, or } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { readEntries, standingEntries } from '../entries'
import type { Actor } from '../shell/actor'
import { hatchedSpan, type JudgedAnimal } from './judge'

const DAYS_AHEAD = 150
const CURVE_POINTS = 60

/** Everything that an animal's own page shows. */
export async function animalPage(tx: Transaction, actor: Actor, judged: JudgedAnimal): Promise<AnimalPage> {
  const { record, row, stage } = judged
  const { animal, protocol } = record
  const log = (await standingEntries(tx, [animal.id])).get(animal.id)!
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
  const weights = log
    .filter((e) => e.kind === 'weighed')
    .map((e) => ({
      at: e.at.toISOString(),
      grams: Number(e.payload.grams),
      context: String(e.payload.context),
    }))
  const sex = row.sex === 'male' ? 'male' : 'female'
  return {
    animal: row,
    protocolId: animal.protocolId,
    origin: animal.origin,
    note: animal.note,
    readiness: judged.readiness,
    stage: {
      name: stage.stage.name,
      step: stage.step,
      next: stage.next,
      gate: stage.gate,
      housing: stage.stage.housing,
      climate: stage.stage.climate,
      feed: stage.stage.feed
        ? `${stage.stage.feed.prey}, each ${stage.stage.feed.everyDays.typical} days`
        : 'nothing yet',
    },
    leaving: judged.leaving,
    leavingOverruled: judged.leavingOverruled,
    weights,
    growth: growthOf(judged, actor, weights, protocol.growth[sex]),
    wantedGrams: protocol.readiness[sex].grams.wanted,
    entries: await readEntries(tx, { subjectIds: [animal.id], limit: 200 }),
    young,
    cautions: protocol.cautions,
    price: protocol.price,
  }
}

/** The species curve stretched to pass through the last weight: the one that projections are read from. */
function growthOf(
  { record }: JudgedAnimal,
  actor: Actor,
  weights: AnimalPage['weights'],
  curve: GrowthCurve,
): AnimalPage['growth'] {
  const hatched = hatchedSpan(record)
  const last = weights.at(-1)
  if (!hatched || !last) return []
  const born = middleDay(hatched)
  const lastDay = dayOfInstant(Date.parse(last.at), actor.book.zone)
  const stretch = last.grams / gompertzWeight(curve, dayNumber(lastDay) - dayNumber(born))
  const from = dayNumber(dayOfInstant(Date.parse(weights[0]!.at), actor.book.zone))
  const to = dayNumber(addDays(actor.today, DAYS_AHEAD))
  const step = Math.max(1, (to - from) / CURVE_POINTS)
  return Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => {
    const day = from + i * step
    return { day: dayFromNumber(day), grams: stretch * gompertzWeight(curve, day - dayNumber(born)) }
  })
}
