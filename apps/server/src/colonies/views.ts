import { ENTRY_KINDS, type ColonyView } from '@hatch-book/contract'
import {
  colonyModelOf,
  countDaysOf,
  dayOfInstant,
  figureInSentence,
  methodsOf,
  MissingFigureError,
  type ColonyModel,
} from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import * as v from 'valibot'
import { tables, type Transaction } from '../db/connect'
import { readEntries } from '../log'
import { loadShelf, type ProtocolShelf } from '../protocols'
import type { Actor } from '../shell/actor'

/** More entries than this tell nothing more. */
const SHOWN_ENTRIES = 500

/** A colony of which nothing can be reckoned, and why. */
export interface BrokenColony {
  id: string
  name: string
  protocolId: string
  says: string
}

/**
 * All colonies that are kept, with what was counted of them and taken.
 * @param broken takes those whose protocol lacks a figure: the others are told all the same
 */
export async function colonyViews(
  tx: Transaction,
  actor: Actor,
  broken: BrokenColony[] = [],
): Promise<ColonyView[]> {
  const shelf = await loadShelf(tx)
  const rows = await tx
    .select()
    .from(tables.colony)
    .where(eq(tables.colony.withdrawn, false))
    .orderBy(tables.colony.name)
  const views: ColonyView[] = []
  for (const row of rows) {
    const { model, says } = modelOrWhy(shelf, row.protocolId)
    if (!model) {
      broken.push({ id: row.id, name: row.name, protocolId: row.protocolId, says })
      continue
    }
    const entries = (
      await readEntries(tx, { subjectIds: [row.id], limit: SHOWN_ENTRIES, reader: actor.member })
    ).filter((e) => !e.struckBy && e.kind !== 'struck' && v.is(ENTRY_KINDS[e.kind].payload, e.payload))
    const document = shelf.document(row.protocolId)
    views.push({
      ...{ id: row.id, version: row.version, name: row.name, bins: row.bins, celsius: row.celsius, model },
      ...{ protocolId: row.protocolId, method: row.method, methods: methodsOf(document) },
      countDays: countDaysOf(document),
      species: model.species,
      cautions: String(document.figures['cautions.words']?.value ?? ''),
      counts: entries.flatMap((e) => {
        if (e.kind !== 'counted') return []
        const { young, females, males, how } = e.payload
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
              task: e.payload.task,
            }
          : [],
      ),
      taken: entries.flatMap((e) => {
        if (e.kind !== 'fed off') return []
        const { size, count } = e.payload
        return { on: dayOfInstant(Date.parse(e.at), actor.book.zone), size, count }
      }),
    })
  }
  return views
}

/** What a colony of a species is reckoned with; null where it is not kept as one, or its protocol lacks a figure. */
export const modelIn = (shelf: ProtocolShelf, protocolId: string): ColonyModel | null =>
  modelOrWhy(shelf, protocolId).model

function modelOrWhy(shelf: ProtocolShelf, protocolId: string): { model: ColonyModel | null; says: string } {
  const document = shelf.document(protocolId)
  try {
    return { model: colonyModelOf(document), says: `${document.species} is not kept as a colony` }
  } catch (error) {
    if (!(error instanceof MissingFigureError)) throw error
    return {
      model: null,
      says: `the protocol of ${document.species} has no usable figure for ${figureInSentence(error.key)}`,
    }
  }
}
