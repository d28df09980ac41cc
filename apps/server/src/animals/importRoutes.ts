import {
  ImportDone,
  ImportPreview,
  ImportQuery,
  ImportRests,
  Id,
  Ok,
  newId,
  type ImportRow,
} from '@hatch-book/contract'
import { foldStanding, type AnimalEntry } from '@hatch-book/core'
import { desc, eq } from 'drizzle-orm'
import * as v from 'valibot'
import { inBook, insertMany, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { decodeText } from '../shell/decode'
import { loadShelf } from '../protocols/store'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'
import { readAnimalList, type KnownBook, type ReadAnimal, type ReadList } from './importList'
import { hatchedSpan } from './judge'
import { loadPlaceNames, loadRecords } from './records'

const MOST_ROWS = 50_000
const SHOWN_FAULTY = 500
const SHOWN_GOOD = 100

async function readUpload(tx: Transaction, body: unknown): Promise<{ list: ReadList; encoding: string }> {
  if (!Buffer.isBuffer(body)) throw new BookError('file-unreadable', 'Send the file itself.')
  const decoded = decodeText(body)
  const list = readAnimalList(decoded, await knownBook(tx))
  const total = list.good.length + list.faulty.length
  if (total === 0) throw new BookError('file-unreadable', 'There is no row under the headings.')
  if (total > MOST_ROWS)
    throw new BookError('too-large', `${total} rows; bring in at most ${MOST_ROWS} at once.`)
  if (!list.columns.some((c) => c.means === 'tag') || !list.columns.some((c) => c.means === 'species'))
    throw new BookError(
      'file-unreadable',
      `The first line must hold headings, with 'tag' and 'species' among them; it holds: ${list.columns
        .map((c) => c.header)
        .join(', ')
        .slice(0, 200)}.`,
    )
  return { list, encoding: decoded.encoding }
}

async function knownBook(tx: Transaction): Promise<KnownBook> {
  const shelf = await loadShelf(tx)
  const protocols = shelf.rows.map((p) => shelf.document(p.id)).filter((p) => p.keptAs !== 'colonies')
  const records = await loadRecords(tx, undefined, shelf)
  return {
    species: protocols.map(({ code, species, latin }) => ({ code, species, latin })),
    animals: new Map(
      records.map((r) => [
        r.animal.tag.toLowerCase(),
        { tag: r.animal.tag, species: r.protocol.species, sex: r.standing.sex, hatched: hatchedSpan(r) },
      ]),
    ),
  }
}

function notesOn(list: ReadList, places: ReadonlyMap<string, string>): string[] {
  const known = new Set([...places.values()].map((name) => name.toLowerCase()))
  const made = new Set(list.good.map((g) => g.animal.place).filter((p) => p && !known.has(p.toLowerCase())))
  const unread = list.columns.filter((c) => !c.means && c.header).map((c) => c.header)
  return [
    ...(made.size > 0
      ? [
          `${made.size} ${made.size === 1 ? 'tub' : 'tubs'} will be made: ${[...made].slice(0, 8).join(', ')}${made.size > 8 ? ', …' : ''}`,
        ]
      : []),
    ...(unread.length > 0 ? [`Not read, for want of a meaning: ${unread.join(', ')}`] : []),
  ]
}

/** Writes the good rows of a list: animals, the tubs they name, and the entries that say what the list said. */
async function bringIn(tx: Transaction, actor: Actor, animals: readonly ReadAnimal[]): Promise<void> {
  const { bookId } = actor
  const ids = new Map(animals.map((a) => [a.tag.toLowerCase(), newId()]))
  for (const record of await loadRecords(tx)) ids.set(record.animal.tag.toLowerCase(), record.animal.id)
  const protocols = new Map((await tx.select().from(tables.protocol)).map((p) => [p.code, p.id]))
  const places = new Map([...(await loadPlaceNames(tx))].map(([id, name]) => [name.toLowerCase(), id]))
  const tubs = [
    ...new Map(
      animals
        .filter((a) => a.place && !places.has(a.place.toLowerCase()))
        .map((a) => [a.place.toLowerCase(), a.place]),
    ),
  ]
  const madeTubs = tubs.map(([word, name]) => ({ book_id: bookId, id: newId(), kind: 'tub', name, word }))
  await insertMany(
    tx,
    'place',
    madeTubs.map(({ word: _, ...tub }) => tub),
  )
  for (const tub of madeTubs) places.set(tub.word, tub.id)

  const at = new Date(actor.now).toISOString()
  const rows: Record<string, unknown>[] = []
  const entries: (Record<string, unknown> & AnimalEntry)[] = []
  const standings: Record<string, unknown>[] = []
  for (const animal of animals) {
    const id = ids.get(animal.tag.toLowerCase())!
    const say = (kind: AnimalEntry['kind'], payload: object) =>
      ({
        ...{ book_id: bookId, id: newId(), kind, subject_type: 'animal', subject_id: id, precision: 'day' },
        ...{ recorded_at: at, member_id: actor.member.id, device: 'list', payload, strikes: null },
        at,
      }) as never
    const said: (Record<string, unknown> & AnimalEntry)[] = [
      ...(animal.sex !== 'unknown'
        ? [say('sexed', { sex: animal.sex, certainty: 0.97, method: 'as listed' })]
        : []),
      ...(animal.place ? [say('moved', { placeId: places.get(animal.place.toLowerCase())! })] : []),
      ...(animal.grams ? [say('weighed', { grams: animal.grams, context: 'not said' })] : []),
    ]
    rows.push({
      ...{
        book_id: bookId,
        id,
        version: 1,
        tag: animal.tag,
        protocol_id: protocols.get(animal.code),
        line: animal.lineName,
      },
      ...{
        hatch_fact: animal.hatchFact,
        hatched_from: animal.hatched?.from ?? null,
        hatched_to: animal.hatched?.to ?? null,
      },
      ...{
        dam_id: animal.dam ? ids.get(animal.dam.toLowerCase()) : null,
        sire_id: animal.sire ? ids.get(animal.sire.toLowerCase()) : null,
      },
      ...{
        clutch_id: null,
        purpose: animal.purpose,
        origin: animal.origin,
        note: animal.note,
        withdrawn: false,
      },
    })
    entries.push(...said)
    standings.push({
      book_id: bookId,
      id,
      standing: foldStanding(said.map((e) => ({ ...e, at: actor.now }))),
    })
  }
  // Parents first would need an order; checked at the end of the statement, the foreign keys of one insert need none.
  await insertMany(tx, 'animal', rows)
  await insertMany(tx, 'entry', entries)
  await insertMany(tx, 'animal_standing', standings)
}

export const importRoutes: BookRoutes = (app, { db }) => {
  app.post(
    '/api/animals/import/preview',
    {
      config: { permission: 'decide and plan' },
      schema: { querystring: ImportQuery, response: { 200: ImportPreview } },
    },
    (request) =>
      inBook(db, actorOf(request).bookId, async (tx) => {
        const { list, encoding } = await readUpload(tx, request.body)
        return {
          fileName: request.query.fileName,
          encoding,
          delimiter: list.delimiter,
          columns: list.columns,
          good: list.good.length,
          faulty: list.faulty.length,
          goodRows: list.good.slice(0, SHOWN_GOOD).map((g) => g.row),
          faultyRows: list.faulty.slice(0, SHOWN_FAULTY),
          notes: notesOn(list, await loadPlaceNames(tx)),
        }
      }),
  )

  app.post(
    '/api/animals/import',
    {
      config: { permission: 'decide and plan' },
      schema: { querystring: ImportQuery, response: { 200: ImportDone } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        const { list } = await readUpload(tx, request.body)
        await bringIn(
          tx,
          actor,
          list.good.map((g) => g.animal),
        )
        const restId = list.faulty.length > 0 ? newId() : null
        if (restId)
          await tx.insert(tables.importRest).values({
            bookId: actor.bookId,
            id: restId,
            fileName: request.query.fileName,
            at: new Date(actor.now),
            imported: list.good.length,
            rows: list.faulty,
          })
        await announce(tx, actor.bookId)
        return { imported: list.good.length, kept: list.faulty.length, restId }
      })
    },
  )

  app.get(
    '/api/animals/import/rests',
    { config: { permission: 'read the book' }, schema: { response: { 200: ImportRests } } },
    async (request) => {
      const rests = await inBook(db, actorOf(request).bookId, (tx) =>
        tx.select().from(tables.importRest).orderBy(desc(tables.importRest.at)),
      )
      return { rests: rests.map((r) => ({ ...r, at: r.at.toISOString(), rows: r.rows as ImportRow[] })) }
    },
  )

  app.delete(
    '/api/animals/import/rests/:id',
    {
      config: { permission: 'decide and plan' },
      schema: { params: v.object({ id: Id }), response: { 200: Ok } },
    },
    async (request) => {
      await inBook(db, actorOf(request).bookId, (tx) =>
        tx.delete(tables.importRest).where(eq(tables.importRest.id, request.params.id)),
      )
      return { ok: true as const }
    },
  )
}
