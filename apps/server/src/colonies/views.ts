import type { ColonyView, PayloadOf } from '@hatch-book/contract'
import { colonyModelOf, countDaysOf, dayOfInstant, methodsOf, type ColonyModel } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { readEntries } from '../entries'
import { loadShelf, type ProtocolShelf } from '../protocols'
import type { Actor } from '../shell/actor'

/** More entries than this tell nothing more. */
const SHOWN_ENTRIES = 500

/** All colonies that are kept, with what was counted of them and taken. */
export async function colonyViews(tx: Transaction, actor: Actor): Promise<ColonyView[]> {
  const shelf = await loadShelf(tx)
  const rows = await tx
    .select()
    .from(tables.colony)
    .where(eq(tables.colony.withdrawn, false))
    .orderBy(tables.colony.name)
  const views: ColonyView[] = []
  for (const row of rows) {
    const model = modelIn(shelf, row.protocolId)!
    const entries = (
      await readEntries(tx, { subjectIds: [row.id], limit: SHOWN_ENTRIES, reader: actor.member.id })
    ).filter((e) => !e.struckBy && e.kind !== 'struck')
    const document = shelf.document(row.protocolId)
    views.push({
      ...{ id: row.id, version: row.version, name: row.name, bins: row.bins, celsius: row.celsius, model },
      ...{ protocolId: row.protocolId, method: row.method, methods: methodsOf(document) },
      countDays: countDaysOf(document),
      species: model.species,
      cautions: String(document.figures['cautions.words']?.value ?? ''),
      counts: entries.flatMap((e) => {
        if (e.kind !== 'counted') return []
        const { young, females, males, how } = e.payload as PayloadOf<'counted'>
        const all = [...model.stages.slice(1).flatMap((s) => young[s.name] ?? []), ...[females, males]]
        const sum = all.reduce((a, x) => a + x.count, 0)
        // Errors of single counts are independent of each other: they add up as squares.
        const below = Math.hypot(...all.map((x) => x.count - x.low))
        const above = Math.hypot(...all.map((x) => x.high - x.count))
        return {
          ...{ entryId: e.id, on: dayOfInstant(Date.parse(e.at), actor.book.zone), how, by: e.by },
          young: model.stages.map((s) => young[s.name]?.count ?? 0),
          ...{ females: females.count, males: males.count },
          ...{ low: sum - below, high: sum + above },
        }
      }),
      tended: entries.flatMap((e) =>
        e.kind === 'tended'
          ? {
              on: dayOfInstant(Date.parse(e.at), actor.book.zone),
              task: (e.payload as PayloadOf<'tended'>).task,
            }
          : [],
      ),
      taken: entries.flatMap((e) => {
        if (e.kind !== 'fed off') return []
        const { size, count } = e.payload as PayloadOf<'fed off'>
        return { on: dayOfInstant(Date.parse(e.at), actor.book.zone), size, count }
      }),
    })
  }
  return views
}

export const modelIn = (shelf: ProtocolShelf, protocolId: string): ColonyModel | null =>
  colonyModelOf(shelf.document(protocolId))
