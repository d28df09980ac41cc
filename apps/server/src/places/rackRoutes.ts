import type { Rooms } from '@hatch-book/contract'
import {
  placesApi,
  newId,
  type EquipmentView,
  type PlaceTaskView,
  type RackView,
  type TubView,
} from '@hatch-book/contract'
import {
  type PlaceTask,
  MS_PER_HOUR,
  isDayIn,
  partingDay,
  stageAir,
  uvStanding,
  type ClimateBands,
  livesHere,
} from '@hatch-book/core'
import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeAnimals, uvOf, type JudgedAnimal } from '../animals'
import { inBook, insertMany, tables, type Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'
import { mealDueOf } from '../rearing'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { caredFor, careItems } from './careItems'
import { readPlaceTasks } from './placeTasks'
import { floorFaultsOf } from './floor'
import { tubMateOf } from './mates'
import { checkNameIsFree } from './names'
import { equipmentViews, litAs } from './timers'

type PlaceRow = typeof tables.place.$inferSelect

export const rackRoutes: BookRoutes = (app, { db }) => {
  const { place } = tables
  serve(app, placesApi.rooms, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => roomsAsTheyStand(tx, actor))
  })
  serve(app, placesApi.addRack, (request) => {
    const { bookId } = actorOf(request)
    const { id, name, prefix, roomId, rows, columns, tub } = request.body
    return inBook(db, bookId, async (tx) => {
      await checkNameIsFree(tx, name, roomId ? eq(place.parentId, roomId) : isNull(place.parentId))
      await tx
        .insert(place)
        .values({ bookId, id, kind: 'rack', name, parentId: roomId, grid: { rows, columns } })
      const tubs = Array.from({ length: rows * columns }, (_, position) => ({
        book_id: bookId,
        id: newId(),
        kind: 'tub',
        name: `${prefix}${position + 1}`,
        parent_id: id,
        ...{ tub, position },
      }))
      await insertMany(tx, 'place', tubs)
      return { id, tubs: tubs.length }
    })
  })
  serve(app, placesApi.changeTubs, (request) => {
    const { bookId } = actorOf(request)
    const { ids, tub } = request.body
    return inBook(db, bookId, async (tx) => {
      const changed = await tx
        .update(place)
        .set({ tub })
        .where(and(inArray(place.id, ids), eq(place.kind, 'tub')))
        .returning({ id: place.id })
      if (changed.length < ids.length)
        throw new BookError('not-found', 'Some of these are no tubs of this book. Nothing was changed.')
      return { changed: changed.length }
    })
  })
}

/** What was last done to each place, by the kind of entry. */
async function lastDone(tx: Transaction): Promise<Map<string, Record<string, number>>> {
  const { rows } = await tx.execute<{ id: string; kind: string; at: Date }>(sql`
    select e.subject_id as id, e.kind, max(e.at) as at from entry e
    where ${isOfKind('cleaned', 'soiled')} and ${standsSql} group by 1, 2`)
  const done = new Map<string, Record<string, number>>()
  for (const { id, kind, at } of rows) done.set(id, { ...done.get(id), [kind]: new Date(at).getTime() })
  return done
}

/** When somebody last moved into each tub: one that stands empty since was left as it was. */
async function lastMovedIn(tx: Transaction): Promise<Map<string, number>> {
  const { rows } = await tx.execute<{ id: string; at: Date }>(sql`
    select ${carried('moved', 'placeId')} as id, max(e.at) as at from entry e where ${isOfKind('moved')} and ${standsSql} group by 1`)
  return new Map(rows.map((r) => [r.id, new Date(r.at).getTime()]))
}

interface Air {
  celsius: number
  humidity: number | null
  at: number
  bands: ClimateBands | null
}
const AIR_GOOD_HOURS = 3
/** Light from eight to eight where nobody said otherwise. */
const USUAL_DAY = { dayFrom: 8, dayHours: 12 }

/** The last word of each place's probe, not older than a few hours. */
async function airOfPlaces(tx: Transaction, now: number): Promise<Map<string, Air>> {
  const { rows } = await tx.execute<{
    id: string
    celsius: number
    humidity: number | null
    at: Date
    bands: ClimateBands | null
  }>(sql`
    select p.place_id as id, r.celsius, r.humidity, r.at, pl.bands from probe p join place pl on pl.id = p.place_id
    cross join lateral (select * from reading r where r.probe_id = p.id and r.at <= ${new Date(now).toISOString()}::timestamptz
      order by r.at desc limit 1) r
    where r.at > ${new Date(now - AIR_GOOD_HOURS * MS_PER_HOUR).toISOString()}::timestamptz`)
  return new Map(rows.map((r) => [r.id, { ...r, at: new Date(r.at).getTime() }]))
}

/** The care that falls due of each tub, by those who live in it. */
async function careByTub(
  tx: Transaction,
  actor: Actor,
  here: readonly JudgedAnimal[],
  nameOf: (placeId: string) => string,
): Promise<Map<string, TubView['care']>> {
  const { made } = await careItems(tx, actor, here.map(caredFor), nameOf)
  const byTub = new Map<string, TubView['care']>()
  for (const item of made)
    if (item.subject.type === 'place')
      byTub.set(item.subject.id, [...(byTub.get(item.subject.id) ?? []), item as TubView['care'][number]])
  return byTub
}

/** The tasks of a place, each with the day on which it falls due next. */
const tasksWith =
  (tasks: ReadonlyMap<string, PlaceTask[]>, care: ReadonlyMap<string, TubView['care']>) =>
  (id: string): PlaceTaskView[] =>
    (tasks.get(id) ?? []).map((task) => {
      const next = care.get(id)?.find(({ carries }) => carries?.task === task.task)
      return { ...task, at: [...task.at], due: next?.due ?? null }
    })

const inOrder = new Intl.Collator('en', { numeric: true })

async function roomsAsTheyStand(tx: Transaction, actor: Actor): Promise<v.InferOutput<typeof Rooms>> {
  const places = await tx.select().from(tables.place)
  const byId = new Map(places.map((p) => [p.id, p]))
  const here = (await judgeAnimals(tx, actor)).filter(({ row }) => livesHere(row.presence))
  const living = new Map<string, JudgedAnimal[]>()
  for (const j of here)
    if (j.row.place) living.set(j.row.place.id, [...(living.get(j.row.place.id) ?? []), j])
  const [done, movedIn, air] = [await lastDone(tx), await lastMovedIn(tx), await airOfPlaces(tx, actor.now)]
  const airAt = (place: PlaceRow): Air | null => {
    for (let at: PlaceRow | undefined = place; at; at = at.parentId ? byId.get(at.parentId) : undefined)
      if (air.has(at.id)) return air.get(at.id)!
    return null
  }
  const care = await careByTub(tx, actor, here, (id) => byId.get(id)?.name ?? '')
  const tasks = tasksWith(await readPlaceTasks(tx), care)
  const lit = here.flatMap((judged) => litAs(judged) ?? [])
  const equipment = await equipmentViews(tx, actor, lit, (id) => byId.get(id))
  /** What hangs over a place: its own, and that of all that it stands in. */
  const over = (place: PlaceRow): EquipmentView[] => {
    const found: EquipmentView[] = []
    for (let at: PlaceRow | undefined = place; at; at = at.parentId ? byId.get(at.parentId) : undefined)
      found.push(...(equipment.get(at.id) ?? []))
    return found
  }
  const tubsOf = new Map<string, PlaceRow[]>()
  for (const p of places)
    if (p.kind === 'tub' && p.parentId) tubsOf.set(p.parentId, [...(tubsOf.get(p.parentId) ?? []), p])
  const racks = places
    .filter((p) => tubsOf.has(p.id))
    .sort((a, b) => inOrder.compare(a.name, b.name))
    .map((rack): RackView => {
      const tubs = tubsOf
        .get(rack.id)!
        .sort((a, b) => (a.position ?? 0) - (b.position ?? 0) || inOrder.compare(a.name, b.name))
      const columns = rack.grid?.columns ?? Math.min(12, tubs.length)
      const parent = rack.parentId ? byId.get(rack.parentId) : undefined
      return {
        ...{ id: rack.id, name: rack.name, kind: rack.kind, columns },
        roomId: parent?.kind === 'room' ? parent.id : null,
        rows: rack.grid?.rows ?? Math.ceil(tubs.length / columns),
        equipment: equipment.get(rack.id) ?? [],
        tasks: tasks(rack.id),
        tubs: tubs.map((tub) =>
          tubAsItStands(actor, tub, living.get(tub.id) ?? [], {
            done: done.get(tub.id) ?? {},
            movedIn: movedIn.get(tub.id) ?? null,
            air: airAt(tub),
            care: care.get(tub.id) ?? [],
            equipment: equipment.get(tub.id) ?? [],
            tasks: tasks(tub.id),
            over: over(tub),
          }),
        ),
      }
    })
  const rooms = [...new Set(racks.map((r) => r.roomId))].map((id) => ({
    id,
    name: id === null ? 'The room' : byId.get(id)!.name,
    equipment: id === null ? [] : (equipment.get(id) ?? []),
    tasks: id === null ? [] : tasks(id),
    racks: racks.filter((r) => r.roomId === id),
  }))
  // A room without racks is there all the same: the next rack may stand in it.
  for (const room of places)
    if (room.kind === 'room' && !rooms.some((r) => r.id === room.id))
      rooms.push({
        ...{ id: room.id, name: room.name, racks: [], tasks: tasks(room.id) },
        equipment: equipment.get(room.id) ?? [],
      })
  return {
    rooms: rooms.sort((a, b) => inOrder.compare(a.name, b.name)),
    homeless: here
      .filter(({ row }) => !row.place)
      .map(({ row }) => ({ id: row.id, tag: row.tag, species: row.species })),
  }
}

/** What was found of a tub beside who lives in it. */
interface Found {
  done: Record<string, number>
  movedIn: number | null
  air: Air | null
  care: TubView['care']
  equipment: EquipmentView[]
  tasks: PlaceTaskView[]
  /** Its own, and that of the rack and the room that it stands in. */
  over: EquipmentView[]
}

function tubAsItStands(
  actor: Actor,
  tub: PlaceRow,
  animals: readonly JudgedAnimal[],
  { done, movedIn, air, care, equipment, tasks, over }: Found,
): TubView {
  const { zone } = actor.book
  const instant = (at: number | null | undefined) => (at ? new Date(at).toISOString() : null)
  const cleaned = done.cleaned ?? null
  const left = animals.length === 0 ? movedIn : null
  const soiled = Math.max(done.soiled ?? 0, left ?? 0)
  const first = animals[0]
  const stage = first?.stage.stage
  const stands =
    air && stage?.air
      ? stageAir(stage.air, {
          celsius: air.celsius,
          humidity: air.humidity,
          night: !isDayIn(
            air.bands ?? { ...USUAL_DAY, day: BLANK, night: BLANK, humidity: null },
            air.at,
            zone,
          ),
        })
      : null
  return {
    ...{ id: tub.id, name: tub.name, tub: tub.tub, position: tub.position },
    soiledSince: soiled > (cleaned ?? 0) ? instant(soiled) : null,
    cleanedAt: instant(cleaned),
    care,
    equipment,
    tasks,
    tooSmall: animals.flatMap((j) => floorFaultsOf(j, tub.tub).map((says) => `${j.row.tag}: ${says}`)),
    uv: uvStanding(
      animals.map((j) => ({ rules: j.record.protocol.light, of: uvOf(j) })),
      over,
      actor.today,
    ),
    animals: animals.map((j) => ({
      ...{ id: j.row.id, tag: j.row.tag, species: j.row.species, line: j.row.line, stage: j.row.stage },
      mealDue: mealDueOf(j, zone, actor.today)?.due ?? null,
      flag: j.row.openProblems[0] ?? (j.row.refusalsInARow >= 2 ? `${j.row.refusalsInARow} refused` : ''),
    })),
    partBy: partingDay(animals.map((j) => tubMateOf(j, actor.today)))?.by ?? null,
    air: stands?.says ?? '',
    airStanding: stands?.standing ?? null,
  }
}
const BLANK = { low: 0, high: 0 }
