import type { ListChange } from '@hatch-book/contract'
import { importsApi, newId } from '@hatch-book/contract'
import { desc, eq, sql } from 'drizzle-orm'
import type * as v from 'valibot'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { decodeText, readCsv } from '../shell/decode'
import { BookError } from '../shell/problems'
import { bringAnimals } from './bringAnimals'
import { bringEntries } from './bringEntries'
import { guessChoices } from './columns'
import { briefOf, checkChoices, loadList, missingOf, readList, viewOfList, type ListStored } from './list'
import { oneLongThing } from './progress'
import { undoList } from './undo'

const MOST_ROWS = 50_000
const MOST_COLUMNS = 400

/** Reads a file into a list that waits; nothing of it is in the book yet. */
async function openList(tx: Transaction, actor: Actor, file: unknown, fileName: string): Promise<ListStored> {
  if (!Buffer.isBuffer(file)) throw new BookError('file-unreadable', 'Send the file itself.')
  const { text, encoding } = decodeText(file)
  const { rows: read, delimiter } = readCsv(text)
  const [head, ...body] = read
  const headers = (head?.cells ?? []).map((h) => h.trim().slice(0, 120))
  if (body.length === 0) throw new BookError('file-unreadable', 'There is no row under the headings.')
  if (body.length > MOST_ROWS)
    throw new BookError('too-large', `${body.length} rows; bring in at most ${MOST_ROWS} at once.`)
  if (headers.length > MOST_COLUMNS)
    throw new BookError('too-large', `${headers.length} columns; a list may have ${MOST_COLUMNS}.`)
  const rows = body.map(({ line, cells }) => ({ line, cells: withoutEmptyEnd(cells, headers.length) }))
  const { choices } = guessChoices(headers, rows, actor.book.weightUnit)
  const [list] = await tx
    .insert(tables.importList)
    .values({
      ...{ bookId: actor.bookId, id: newId(), memberId: actor.member.id, fileName, at: new Date(actor.now) },
      ...{ encoding, delimiter, headers, rows, choices, made: { animals: [], places: [], entries: [] } },
    })
    .returning()
  return list!
}

/** Spreadsheets write dividers after the last column that has a heading; empty cells there say nothing. */
function withoutEmptyEnd(cells: readonly string[], columns: number): string[] {
  let end = cells.length
  while (end > columns && cells[end - 1]!.trim() === '') end--
  return cells.slice(0, end)
}

/** Lists are opened, looked at, mended, brought in and, if need be, undone in one step. */
export const importRoutes: BookRoutes = (app, { db }) => {
  serve(app, importsApi.open, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) =>
      viewOfList(tx, actor, await openList(tx, actor, request.body, request.query.fileName)),
    )
  })

  serve(app, importsApi.list, async (request) => {
    const { importList, member } = tables
    const rows = await inBook(db, actorOf(request).bookId, (tx) =>
      tx
        .select({
          list: importList,
          by: member.name,
          left: sql<number>`json_array_length(${importList.rows})`,
        })
        .from(importList)
        .innerJoin(member, eq(member.id, importList.memberId))
        .orderBy(desc(importList.at), desc(importList.id))
        .limit(100),
    )
    return {
      lists: rows.map(({ list, by, left }) => briefOf({ ...list, rows: { length: left } }, by)),
    }
  })

  serve(app, importsApi.page, (request) => {
    const actor = actorOf(request)
    const { show, from } = request.query
    return inBook(db, actor.bookId, async (tx) =>
      viewOfList(tx, actor, await loadList(tx, request.params.id), show, from),
    )
  })

  serve(app, importsApi.progress, async (request) => {
    const { importList } = tables
    const [row] = await inBook(db, actorOf(request).bookId, (tx) =>
      tx
        .select({ done: importList.done, total: importList.total })
        .from(importList)
        .where(eq(importList.id, request.params.id)),
    )
    if (!row) throw new BookError('not-found')
    return row
  })

  serve(app, importsApi.change, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const list = await loadList(tx, request.params.id)
      if (list.state === 'undone') throw new BookError('invalid', 'This list was undone.')
      const changed = await change(tx, actor, list, request.body)
      const [row] = await tx
        .update(tables.importList)
        .set(changed)
        .where(eq(tables.importList.id, list.id))
        .returning()
      return viewOfList(tx, actor, row!)
    })
  })

  serve(app, importsApi.bringIn, (request) => {
    const actor = actorOf(request)
    return oneLongThing(db, actor.bookId, request.params.id, async (tx, tell) => {
      const list = await loadList(tx, request.params.id)
      if (list.state === 'undone') throw new BookError('invalid', 'This list was undone.')
      const missing = missingOf(list.choices)
      if (missing.length > 0) throw new BookError('invalid', missing.join(' '))
      const read = await readList(tx, actor, list)
      const made =
        list.choices.what === 'animals'
          ? await bringAnimals(tx, actor, read.animals, tell)
          : await bringEntries(tx, actor, read.entries, tell)
      const came = new Set(read.rows.good.map((r) => r.line))
      const [row] = await tx
        .update(tables.importList)
        .set({
          ...{ state: 'in', broughtIn: list.broughtIn + came.size },
          rows: list.rows.filter((r) => !came.has(r.line)),
          made: {
            animals: [...list.made.animals, ...made.animals],
            places: [...list.made.places, ...made.places],
            entries: [...list.made.entries, ...made.entries],
          },
        })
        .where(eq(tables.importList.id, list.id))
        .returning()
      return viewOfList(tx, actor, row!)
    })
  })

  serve(app, importsApi.undo, (request) => {
    const actor = actorOf(request)
    return oneLongThing(db, actor.bookId, request.params.id, async (tx, tell) => {
      const list = await loadList(tx, request.params.id)
      if (list.state !== 'in') throw new BookError('invalid', 'Nothing of this list is in the book.')
      await undoList(tx, actor, list.made, tell)
      const [row] = await tx
        .update(tables.importList)
        .set({ state: 'undone' })
        .where(eq(tables.importList.id, list.id))
        .returning()
      return viewOfList(tx, actor, row!)
    })
  })

  /** A list that is not wanted, or what is left of one: what came in stays. */
  serve(app, importsApi.discard, async (request) => {
    const discarded = await inBook(db, actorOf(request).bookId, (tx) =>
      tx
        .delete(tables.importList)
        .where(eq(tables.importList.id, request.params.id))
        .returning({ id: tables.importList.id }),
    )
    if (discarded.length === 0) throw new BookError('not-found', 'This list is no longer in the book.')
    return { ok: true as const }
  })
}

async function change(
  tx: Transaction,
  actor: Actor,
  list: ListStored,
  { choices, repairs = [], aside, setAside }: v.InferOutput<typeof ListChange>,
): Promise<Pick<ListStored, 'choices' | 'rows' | 'aside'>> {
  // Another kind of list has other columns: what was chosen for the old kind falls away.
  const kept = choices?.what && choices.what !== list.choices.what ? {} : list.choices
  const chosen = guessChoices(list.headers, list.rows, actor.book.weightUnit, { ...kept, ...choices }).choices
  checkChoices(chosen, list.headers.length)
  const byLine = new Map(list.rows.map((r) => [r.line, { ...r, cells: [...r.cells] }]))
  for (const { line, column, text } of repairs) {
    const row = byLine.get(line)
    if (!row || column >= list.headers.length)
      throw new BookError('invalid', `There is no such cell in line ${line}.`)
    while (row.cells.length <= column) row.cells.push('')
    row.cells[column] = text
  }
  const rows = [...byLine.values()]
  const lines = new Set(list.aside)
  for (const line of aside?.lines ?? [])
    if (aside!.aside) lines.add(line)
    else lines.delete(line)
  if (setAside) {
    const read = await readList(tx, actor, { ...list, rows, choices: chosen, aside: [...lines] })
    for (const { line } of read.rows[setAside]) lines.add(line)
  }
  return { choices: chosen, rows, aside: [...lines].filter((line) => byLine.has(line)) }
}
