import type { SiblingSets, Siblings } from '@hatch-book/contract'
import { rearingApi } from '@hatch-book/contract'
import {
  chanceItIs,
  curveWeight,
  dayOfInstant,
  describeGenes,
  kinship,
  siblingPercentile,
  wordsOfWish,
  type Beliefs,
  type GeneSet,
  type LineGoal,
  type Sex,
  type Wanted,
  mean,
  livesHere,
} from '@hatch-book/core'
import { and, eq, sql } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeAnimals, loadWeights, type JudgedAnimal } from '../animals'
import { growthOf } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { guardEntries, standsSql, carried, isOfKind } from '../log'
import { refuseBarredPurpose } from '../animals'
import { speciesGenes } from '../pairing'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'

/** Holding one back is a decision: it is logged, and what it is kept for follows from it. */
guardEntries('held back', async (tx, _actor, { subject, payload }) => {
  const { keep } = payload
  if (!keep) return
  await refuseBarredPurpose(tx, [subject.id], 'holdback')
  await tx
    .update(tables.animal)
    .set({ purpose: 'holdback', version: sql`${tables.animal.version} + 1` })
    .where(and(eq(tables.animal.id, subject.id), eq(tables.animal.purpose, 'growing on')))
})

const SHOWN_SETS = 200
const SURE_GENE = 0.95

export const holdbackRoutes: BookRoutes = (app, { db }) => {
  serve(app, rearingApi.holdbacks, (request) => inBook(db, actorOf(request).bookId, siblingSets))
  serve(app, rearingApi.siblings, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => siblings(tx, actor, request.params.id, request.query.goal))
  })
}

/** Clutches with at least two young that are still here, the youngest first. */
async function siblingSets(tx: Transaction): Promise<v.InferOutput<typeof SiblingSets>> {
  const { rows } = await tx.execute<{
    id: string
    name: string
    species: string
    line: string
    young: number
    sexed: number
    decided: number
  }>(sql`
    select c.id, c.name, p.species, min(a.line) as line, count(*)::int as young,
      (count(*) filter (where s.standing->>'sex' <> 'unknown'))::int as sexed,
      (count(*) filter (where jsonb_typeof(s.standing->'young'->'kept') = 'object'))::int as decided
    from clutch c join animal a on a.clutch_id = c.id and not a.withdrawn join animal_standing s on s.id = a.id
    join protocol p on p.id = a.protocol_id
    where s.standing->>'presence' in ('here', 'listed') and a.purpose <> 'breeder' and not c.withdrawn
    group by c.id, c.name, p.species, c.found_at having count(*) > 1 order by c.found_at desc limit ${SHOWN_SETS}`)
  return { sets: rows }
}

async function siblings(
  tx: Transaction,
  actor: Actor,
  clutchId: string,
  goalId: string | undefined,
): Promise<v.InferOutput<typeof Siblings>> {
  const { clutch, animal, lineGoal, photo } = tables
  const [set] = await tx.select().from(clutch).where(eq(clutch.id, clutchId))
  if (!set) throw new BookError('not-found')
  const born = await tx
    .select({ id: animal.id, protocolId: animal.protocolId, line: animal.line })
    .from(animal)
    .where(and(eq(animal.clutchId, clutchId), eq(animal.withdrawn, false)))
  if (born.length === 0) throw new BookError('invalid', 'No young of this clutch are in the book.')
  const { protocolId, line } = born[0]!
  const ids = born.map((b) => b.id)
  const judged = (await judgeAnimals(tx, actor, ids)).filter(({ row }) => livesHere(row.presence))
  const goals = await tx.select().from(lineGoal).where(eq(lineGoal.protocolId, protocolId))
  const goal = goals.find((g) => g.id === goalId) ?? goals.find((g) => g.line === line) ?? null
  const species = await speciesGenes(tx, protocolId)
  const kept = await keptOfLine(tx, protocolId, line, ids)
  const kin = kept.length > 0 ? kinOf(species.pedigree, ids, kept) : new Map<string, number>()
  const photos = await tx
    .selectDistinctOn([photo.animalId], { id: photo.id, animalId: photo.animalId })
    .from(photo)
    .where(sql`${photo.animalId} = any(${sql.param(ids)}::uuid[])`)
    .orderBy(photo.animalId, sql`${photo.at} desc`)
  const weights = await loadWeights(tx, ids)
  const percentiles = await percentilesOf(tx, actor, judged)
  const meals = await mealsOf(tx, ids)
  return {
    ...{ id: clutchId, name: set.name, line },
    species: judged[0]?.row.species ?? '',
    goals: goals.map((g) => ({ id: g.id, name: g.name, says: wordsOfWish((g.goal as LineGoal).wanted) })),
    goalId: goal?.id ?? null,
    kept: kept.map(({ id, tag }) => ({ id, tag })),
    candidates: judged.map(({ row, record }) => {
      const beliefs = species.inherited.beliefs.get(row.id) ?? {}
      const { young, traits } = record.standing
      return {
        ...{ id: row.id, tag: row.tag, sex: row.sex, grams: row.grams, openProblems: row.openProblems },
        female: row.sex === 'female' ? row.sexCertainty : row.sex === 'male' ? 1 - row.sexCertainty : 0.5,
        percentile: percentiles.get(row.id) ?? null,
        wanted: goal && meetsGoal(species.genes, row.sex, beliefs, (goal.goal as LineGoal).wanted),
        kinToKept: kin.get(row.id) ?? 0,
        mealsTaken: meals.get(row.id)?.taken ?? 0,
        mealsOffered: meals.get(row.id)?.offered ?? 0,
        defects: young.defects.map(({ at, ...d }) => ({ ...d, on: dayOfInstant(at, actor.book.zone) })),
        decided: young.kept ? (young.kept.keep ? ('keep' as const) : ('let go' as const)) : null,
        weights: (weights.get(row.id) ?? []).map((w) => ({
          at: new Date(w.at).toISOString(),
          grams: w.grams,
        })),
        traits: traits.filter((t) => t.carries === 'shows').map((t) => t.trait),
        carries: describeGenes(species.genes, row.sex, beliefs)
          .filter((w) => w.as === 'carries')
          .map((w) => `${w.chance < SURE_GENE ? 'maybe ' : ''}${w.trait}`)
          .slice(0, 6),
        photoId: photos.find((p) => p.animalId === row.id)?.id ?? null,
        place: row.place?.name ?? '',
        reserved: row.reserved,
      }
    }),
  }
}

/** Chance that it is what a goal wants; of one whose sex is not known, the mean of both. */
function meetsGoal(genes: GeneSet, sex: Sex, beliefs: Beliefs, wanted: Wanted): number {
  const of = (known: 'female' | 'male') => chanceItIs(genes, known, beliefs, wanted)
  return sex === 'unknown' ? (of('female') + of('male')) / 2 : of(sex)
}

/** Who is kept in a line: its breeders and those that were held back, without the siblings themselves. */
async function keptOfLine(
  tx: Transaction,
  protocolId: string,
  line: string,
  without: readonly string[],
): Promise<{ id: string; tag: string }[]> {
  const { rows } = await tx.execute<{ id: string; tag: string }>(sql`
    select a.id, a.tag from animal a join animal_standing s on s.id = a.id
    where a.protocol_id = ${protocolId} and a.line = ${line} and a.purpose in ('breeder', 'holdback') and not a.withdrawn
      and s.standing->>'presence' in ('here', 'listed') and a.id <> all(${sql.param([...without])}::uuid[]) order by a.tag limit 200`)
  return rows
}

function kinOf(
  pedigree: readonly { id: string; dam_id: string | null; sire_id: string | null }[],
  ids: readonly string[],
  kept: readonly { id: string }[],
): Map<string, number> {
  const table = kinship(
    pedigree.map((p) => ({ id: p.id, dam: p.dam_id, sire: p.sire_id })),
    ids,
    kept.map((k) => k.id),
  )
  return new Map(ids.map((id, i) => [id, mean(table[i]!)]))
}

/** What each weighs on its own curve, among its mates of today. */
async function percentilesOf(
  tx: Transaction,
  actor: Actor,
  judged: readonly JudgedAnimal[],
): Promise<Map<string, number>> {
  const grown = await growthOf(
    tx,
    judged.map((j) => j.record),
    actor.book.zone,
    actor.today,
  )
  const youngest = Math.min(...[...grown.values()].map((g) => g.points.at(-1)!.ageDays))
  const at = new Map([...grown].map(([id, g]) => [id, curveWeight(g.fit.curve, youngest)]))
  return new Map(
    [...at].flatMap(([id, grams]) => {
      const percent = siblingPercentile(
        grams,
        [...at].filter(([other]) => other !== id).map(([, g]) => g),
      )
      return percent === null ? [] : [[id, percent / 100] as const]
    }),
  )
}

async function mealsOf(
  tx: Transaction,
  ids: readonly string[],
): Promise<Map<string, { taken: number; offered: number }>> {
  const { rows } = await tx.execute<{ id: string; taken: number; offered: number }>(sql`
    select e.subject_id as id, (count(*) filter (where ${carried('meal', 'outcome')} = 'taken'))::int as taken,
      (count(*) filter (where ${carried('meal', 'outcome')} in ('taken', 'refused')))::int as offered
    from entry e where ${isOfKind('meal')} and e.subject_id = any(${sql.param(ids)}::uuid[]) and ${standsSql} group by 1`)
  return new Map(rows.map((r) => [r.id, r]))
}
