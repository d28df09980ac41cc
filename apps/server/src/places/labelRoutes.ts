import { placesApi, LABEL_SHEETS } from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { inArray, sql } from 'drizzle-orm'
import { judgeAnimals, loadPlaceNames, type JudgedAnimal } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { oneAtATime } from '../shell/turns'
import { printLabels, type Label } from './printLabels'

export const labelRoutes: BookRoutes = (app, { db }) => {
  serve(app, placesApi.printLabels, async (request, reply) => {
    const actor = actorOf(request)
    const order = request.body
    if (order.placeIds.length + order.animalIds.length === 0)
      throw new BookError('invalid', 'Choose the tubs or animals to print labels for.', [
        { field: 'placeIds', says: 'nothing is chosen' },
      ])
    const labels = await inBook(db, actor.bookId, async (tx) => [
      ...(await labelsOfTubs(tx, actor, order.placeIds)),
      ...(await labelsOfAnimals(tx, actor, order.animalIds)),
    ])
    const pdf = await oneAtATime('labels', () => printLabels(labels, LABEL_SHEETS[order.sheet], order))
    return reply
      .type('application/pdf')
      .header('content-disposition', `inline; filename="labels-${order.sheet}.pdf"`)
      .send(pdf as never)
  })
}

const SHOWN_MEALS = 3

/** The last meals of some animals, newest first. */
async function lastMeals(
  tx: Transaction,
  ids: readonly string[],
): Promise<Map<string, { at: Date; outcome: string; prey: string | null }[]>> {
  if (ids.length === 0) return new Map()
  const { rows } = await tx.execute<{ id: string; at: Date; outcome: string; prey: string | null }>(sql`
    select * from (
      select e.subject_id as id, e.at, ${carried('meal', 'outcome')} as outcome, ${carried('meal', 'prey')} as prey,
        row_number() over (partition by e.subject_id order by e.at desc, e.id desc) as n
      from entry e where ${isOfKind('meal')} and ${carried('meal', 'outcome')} in ('taken', 'refused')
        and e.subject_id = any(${sql.param(ids)}::uuid[]) and ${standsSql}) m where n <= ${SHOWN_MEALS} order by n`)
  const meals = new Map<string, { at: Date; outcome: string; prey: string | null }[]>()
  for (const { id, ...meal } of rows) meals.set(id, [...(meals.get(id) ?? []), meal])
  return meals
}

function linesOf(
  actor: Actor,
  { row, record }: JudgedAnimal,
  meals: readonly { at: Date; outcome: string; prey: string | null }[],
): string[] {
  const day = (d: string) => dayWords(d)
  const { protocol } = record
  const sex = row.sex === 'unknown' ? '' : `, ${row.sex}`
  return [
    [row.name, `${protocol.species}${sex}`].filter(Boolean).join(', '),
    row.line,
    row.hatched ? `hatched ${day(row.hatched.from)}` : '',
    meals.length > 0
      ? `ate ${meals
          .map(
            (m) =>
              `${day(dayOfInstant(new Date(m.at).getTime(), actor.book.zone))
                .slice(0, 6)
                .trim()} ${m.outcome === 'taken' ? '+' : '–'}`,
          )
          .join('  ')}`
      : 'no meal yet',
    row.traits.filter((t) => t !== 'plain').join(', '),
  ].filter((line) => line !== '')
}

const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ')
const dayWords = (day: string) =>
  `${Number(day.slice(8))} ${MONTHS[Number(day.slice(5, 7)) - 1]!} ${day.slice(2, 4)}`

async function labelsOfAnimals(tx: Transaction, actor: Actor, ids: readonly string[]): Promise<Label[]> {
  if (ids.length === 0) return []
  const judged = new Map((await judgeAnimals(tx, actor, ids)).map((j) => [j.row.id, j]))
  const meals = await lastMeals(tx, ids)
  return ids.map((id) => {
    const j = judged.get(id)
    if (!j) throw new BookError('not-found', 'An animal of these is not in the book. Nothing was printed.')
    return {
      title: j.row.tag,
      code: j.row.tag,
      aside: j.row.place?.name.split(' · ').at(-1) ?? '',
      lines: linesOf(actor, j, meals.get(id) ?? []),
      caution: cautionOf(j),
    }
  })
}

async function labelsOfTubs(tx: Transaction, actor: Actor, ids: readonly string[]): Promise<Label[]> {
  if (ids.length === 0) return []
  const rows = await tx
    .select()
    .from(tables.place)
    .where(inArray(tables.place.id, [...ids]))
  const places = new Map(rows.map((r) => [r.id, r]))
  const names = await loadPlaceNames(tx)
  const { rows: living } = await tx.execute<{ id: string; place: string }>(sql`
    select s.id, s.standing->>'placeId' as place from animal_standing s join animal a on a.id = s.id and not a.withdrawn
    where s.standing->>'placeId' = any(${sql.param(ids)}::text[]) and s.standing->>'presence' in ('here', 'listed')`)
  const judged =
    living.length > 0
      ? await judgeAnimals(
          tx,
          actor,
          living.map((l) => l.id),
        )
      : []
  const meals = await lastMeals(
    tx,
    living.map((l) => l.id),
  )
  return ids.map((id) => {
    const place = places.get(id)
    if (!place) throw new BookError('not-found', 'A tub of these is not in the book. Nothing was printed.')
    const inIt = judged.filter((j) => j.row.place?.id === id)
    const one = inIt.length === 1 ? inIt[0]! : null
    return {
      title: place.name,
      code: place.name,
      aside: inIt.map((j) => j.row.tag).join(' '),
      lines: one
        ? linesOf(actor, one, meals.get(one.row.id) ?? [])
        : [
            names.get(id) ?? '',
            place.tub?.size ?? '',
            inIt.length > 1 ? `${inIt.length} ${inIt[0]!.record.protocol.species}` : '',
          ].filter((line) => line !== ''),
      caution: inIt[0] ? cautionOf(inIt[0]) : '',
    }
  })
}

/** The first sentence of the cautions: what a hand must know before it opens the lid. */
const cautionOf = ({ record }: JudgedAnimal) => record.protocol.cautions.split(/(?<=\.)\s/)[0] ?? ''
