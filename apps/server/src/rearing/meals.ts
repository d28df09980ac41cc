import type { FirstMeals } from '@hatch-book/contract'
import { type DueMeal } from '@hatch-book/contract'
import {
  MS_PER_HOUR,
  firstMealCurve,
  lossStanding,
  nextTrick,
  preySize,
  supplementTurn,
  trickChances,
  type DustedFeed,
  type NextMeal,
  type TrickChance,
  type TrickRecord,
  livesHere,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { judgeAnimals, loadRecords, type AnimalRecord, type JudgedAnimal } from '../animals'
import { type Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'
import { loadShelf } from '../protocols'
import { type Actor } from '../shell/actor'
import { mealDueOf } from './due'

const isHere = ({ row }: JudgedAnimal) => livesHere(row.presence)

const awaitsFirstMeal = ({ record: { standing }, stage }: JudgedAnimal) =>
  standing.young.firstMealAt === null && standing.longestRow === 0 && stage.step < 2
/** It was offered a first meal already, and did not take it. */
const isToBeTricked = (judged: JudgedAnimal) =>
  awaitsFirstMeal(judged) && judged.record.standing.young.offers > 0

/** Meals that are due by a day, of all animals. */
export const dueMeals = async (tx: Transaction, actor: Actor, by: string): Promise<DueMeal[]> =>
  mealsOf(tx, actor, await judgeAnimals(tx, actor), (meal) => meal.due <= by)

/** Meals of all animals of a book, or of those that are wanted by their next meal; what was offered and not looked after is always told. */
export async function mealsOf(
  tx: Transaction,
  actor: Actor,
  all: readonly JudgedAnimal[],
  wanted: (meal: NextMeal) => boolean,
): Promise<DueMeal[]> {
  const { zone } = actor.book
  const due = all.filter(isHere).flatMap((judged) => {
    const meal = mealDueOf(judged, zone, actor.today)
    const open = judged.record.standing.young.offered
    return meal && (open || wanted(meal)) ? [{ judged, meal }] : []
  })
  const feeds = await dustedFeeds(
    tx,
    due.filter((d) => d.judged.stage.stage.ring.length > 0).map((d) => d.judged.row.id),
  )
  // They are counted over the whole book: only for who has to be tricked.
  const tricks = due.some((d) => isToBeTricked(d.judged)) ? await readTricks(tx) : []
  return due
    .map(({ judged, meal }): DueMeal => {
      const { record, row, stage, facts } = judged
      const { standing, protocol } = record
      const { young } = standing
      const sex = standing.sex === 'male' ? 'male' : 'female'
      const size = preySize(
        stage.stage.prey,
        { grams: standing.weight?.grams ?? null, ...young.measured },
        facts.weight && {
          curve: protocol.growth[sex],
          weighedOn: facts.weight.on,
          hatched: facts.hatched,
        },
      )
      const turn = supplementTurn(stage.stage.ring, feeds.get(row.id) ?? [])
      const first = awaitsFirstMeal(judged)
      const tried = young.tricks.map((t) => t.trick)
      const ageDays = row.ageDays?.least ?? null
      return {
        animal: { id: row.id, tag: row.tag },
        ...{ species: row.species, line: row.line, place: row.place, stage: row.stage },
        ...{ due: meal.due, window: meal.window, because: meal.because, half: meal.half },
        everyDays: stage.stage.feed!.everyDays,
        prey: size?.name ?? stage.stage.feed!.prey,
        grams: size?.grams ?? null,
        each: size?.each ?? null,
        longestMm: size?.longestMm ?? null,
        measures: stage.stage.prey.heads !== null ? 'head' : stage.stage.prey.share ? 'girth' : null,
        next: size?.next ?? null,
        supplement: turn && { supplement: turn.supplement, after: turn.after },
        offered: young.offered && {
          at: new Date(young.offered.at).toISOString(),
          prey: young.offered.prey,
          lookAt: new Date(
            young.offered.at + protocol.rearing.lookAfterHours.typical * MS_PER_HOUR,
          ).toISOString(),
        },
        firstMeal: first,
        tried: young.tricks,
        trick: isToBeTricked(judged)
          ? nextTrick(chancesFor(record, tricks), tried, ageDays, protocol.rearing.assistFromDay)
          : null,
        loss: lossStanding(standing.heaviestGrams, standing.weight?.grams ?? null, protocol.rearing),
      }
    })
    .sort((a, b) => byPlace(a, b) || (a.animal.tag < b.animal.tag ? -1 : 1))
}

const inOrder = new Intl.Collator('en', { numeric: true })
const byPlace = (a: DueMeal, b: DueMeal) => inOrder.compare(a.place?.name ?? '~', b.place?.name ?? '~')

/** The feeds of some animals, oldest first, as they bear on the supplements. */
async function dustedFeeds(
  tx: Transaction,
  animalIds: readonly string[],
): Promise<Map<string, DustedFeed[]>> {
  if (animalIds.length === 0) return new Map()
  const { rows } = await tx.execute<{ id: string; feeds: DustedFeed[] }>(sql`
    select e.subject_id as id, json_agg(json_build_object('outcome', ${carried('meal', 'outcome')}, 'supplement', ${carried('meal', 'supplement')})
      order by e.at, e.id) as feeds
    from entry e where ${isOfKind('meal')} and e.subject_id = any(${sql.param(animalIds)}::uuid[]) and ${standsSql} group by 1`)
  return new Map(rows.map((r) => [r.id, r.feeds]))
}

type LinedTrick = TrickRecord & { code: string }

/** How each trick did in each line, over all animals of the book, without loading them. */
async function readTricks(tx: Transaction): Promise<LinedTrick[]> {
  const { rows } = await tx.execute<{
    protocol_id: string
    line: string
    trick: string
    tried: number
    took: number
  }>(sql`
    select a.protocol_id, a.line, t->>'trick' as trick, count(*)::int as tried,
      (count(*) filter (where (t->>'took')::boolean))::int as took
    from animal_standing s join animal a on a.id = s.id and not a.withdrawn, jsonb_array_elements(s.standing->'young'->'tricks') t
    where s.standing->'young'->'tricks' <> '[]' group by 1, 2, 3`)
  const shelf = await loadShelf(tx)
  return rows.map(({ protocol_id, ...told }) => ({ ...told, code: shelf.document(protocol_id).code }))
}

function chancesFor({ animal, protocol }: AnimalRecord, tricks: readonly LinedTrick[]): TrickChance[] {
  return trickChances(
    protocol.rearing.tricks,
    tricks.filter((t) => t.code === protocol.code),
    animal.line,
  )
}

const GRAVITY = { vet: 0, 'help on': 1, well: 2 } as const

/** Those that have not eaten by themselves yet, the gravest first, each with what to try next. */
export async function firstMeals(tx: Transaction, actor: Actor): Promise<FirstMeals> {
  const all = (await loadRecords(tx)).filter(({ protocol }) => protocol.keptAs === 'animals')
  // Only of those that hatched here is every offer known: how many it takes is learnt from them.
  const records = all.filter(({ animal }) => animal.clutchId !== null)
  const tricks = await readTricks(tx)
  const byLine = new Map<string, AnimalRecord[]>()
  for (const r of records) {
    const key = `${r.protocol.code}|${r.animal.line}`
    byLine.set(key, [...(byLine.get(key) ?? []), r])
  }
  const untaken = all.filter(
    ({ standing }) =>
      ['here', 'listed'].includes(standing.presence) &&
      standing.young.firstMealAt === null &&
      standing.young.offers > 0,
  )
  const judged = await judgeAnimals(
    tx,
    actor,
    untaken.map((r) => r.animal.id),
  )
  // A grown one that came from elsewhere has eaten before, whatever this book knows of it.
  const young = judged.filter((j) => j.record.animal.clutchId !== null || isToBeTricked(j))
  const waiting = young.map(({ record, row }): FirstMeals['waiting'][number] => {
    const { standing, protocol } = record
    const { young } = standing
    const ageDays = row.ageDays?.least ?? null
    const usual = protocol.rearing.firstMealDays
    return {
      animal: { id: row.id, tag: row.tag },
      ...{ line: row.line, species: row.species, place: row.place, ageDays, offers: young.offers },
      tried: young.tricks,
      trick: nextTrick(
        chancesFor(record, tricks),
        young.tricks.map((t) => t.trick),
        ageDays,
        protocol.rearing.assistFromDay,
      ),
      loss: lossStanding(standing.heaviestGrams, standing.weight?.grams ?? null, protocol.rearing),
      late:
        ageDays !== null && ageDays > usual.most
          ? `day ${ageDays}; most eat by day ${usual.typical}, the late by ${usual.most}`
          : '',
    }
  })
  return {
    lines: [...byLine.values()]
      .map((line) => {
        const { animal, protocol } = line[0]!
        return {
          ...{ species: protocol.species, line: animal.line, animals: line.length },
          ate: line.filter((r) => r.standing.young.firstMealAt !== null).length,
          curve: firstMealCurve(
            line.map(({ standing: { young } }) => ({
              offers: young.offers,
              took: young.firstMealAt !== null,
            })),
          ),
          tricks: chancesFor(line[0]!, tricks),
        }
      })
      .filter((l) => l.curve.length > 0)
      .sort((a, b) => b.animals - a.animals),
    waiting: waiting.sort(
      (a, b) =>
        GRAVITY[a.loss.standing] - GRAVITY[b.loss.standing] ||
        b.offers - a.offers ||
        (a.animal.tag < b.animal.tag ? -1 : 1),
    ),
  }
}
