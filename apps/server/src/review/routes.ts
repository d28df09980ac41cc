import { may, reviewApi } from '@hatch-book/contract'
import { MEASURES, dayOfInstant, reviewBy, reviewSeasons, seasonOf, type ReviewFact } from '@hatch-book/core'
import { desc, eq, sql } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { cachedWhile } from '../db/cache'
import { loadShelf, type ProtocolShelf } from '../protocols'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { breederFacts } from './breederFacts'
import { clutchFacts } from './clutchFacts'
import { proposalsOf } from './proposals'
import { youngFacts } from './youngFacts'

/** A season runs from one autumn to the next: pairs that meet in winter and eggs that hatch in summer are of one. */
const BEGINS_IN_MONTH = 9

/** All that the seasons of a book say, kept as long as nothing is written. */
function readFacts(tx: Transaction, actor: Actor): Promise<ReviewFact[]> {
  const work = async () => {
    const clutches = await clutchFacts(tx, actor, BEGINS_IN_MONTH)
    return [
      ...clutches.facts,
      ...(await youngFacts(tx, actor, clutches.roots)),
      ...(await breederFacts(tx, actor, BEGINS_IN_MONTH, clutches.roots)),
    ]
  }
  return stampOf(tx, actor).then((stamp) => cachedWhile(`review ${actor.bookId}`, stamp, work))
}

async function stampOf(tx: Transaction, actor: Actor): Promise<string> {
  const { stamp } = await loadShelf(tx)
  const { rows } = await tx.execute<{ stamp: string }>(sql`
    select concat_ws('|', (select count(*) || '.' || coalesce(max(xmin::text::bigint), 0) from entry),
      (select count(*) || '.' || coalesce(sum(xmin::text::bigint), 0) from egg),
      (select count(*) || '.' || coalesce(sum(xmin::text::bigint), 0) from animal)) as stamp`)
  return [actor.today, actor.book.zone, stamp, rows[0]!.stamp].join('|')
}

/** What was paid is told to those who may see who buys. */
const isFor = ({ member }: Actor, measure: string) => measure !== 'price' || may(member.role, 'see who buys')

export const reviewRoutes: BookRoutes = (app, { db }) => {
  serve(app, reviewApi.measures, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const facts = await readFacts(tx, actor)
      const seasons = [...new Set(facts.map((f) => f.season))].sort((a, b) => b - a)
      const season = request.query.season ?? seasons[0] ?? seasonOf(actor.today, BEGINS_IN_MONTH)
      const against = request.query.against ?? season - 1
      const shelf = await loadShelf(tx)
      const review = await cachedWhile(
        `review ${actor.bookId} ${season} ${against}`,
        await stampOf(tx, actor),
        () => Promise.resolve(reviewSeasons(facts, season, against)),
      )
      return {
        ...{ beginsInMonth: BEGINS_IN_MONTH, seasons },
        review: { ...review, measures: review.measures.filter((m) => isFor(actor, m.measure.name)) },
        editions: await editionsIn(tx, actor, shelf, season),
        proposals: proposalsOf(review, facts, shelf),
      }
    })
  })
  serve(app, reviewApi.groups, (request) => {
    const actor = actorOf(request)
    const { measure: name, dimension, season } = request.query
    return inBook(db, actor.bookId, async (tx) => {
      if (!isFor(actor, name)) throw new BookError('not-allowed', 'Prices are for those who see who buys.')
      const facts = (await readFacts(tx, actor)).filter((f) => season === undefined || f.season === season)
      const groups = reviewBy(
        facts,
        MEASURES.find((m) => m.name === name)!,
        dimension,
      )
      return {
        groups: groups.map(({ name: of, figure, facts: own }) => ({ name: of, ...figure, facts: own })),
      }
    })
  })
}

/** What was set over protocols while a season ran: it may be why something went otherwise. */
async function editionsIn(tx: Transaction, { book }: Actor, shelf: ProtocolShelf, season: number) {
  const { protocolEdition, member } = tables
  const rows = await tx
    .select({ edition: protocolEdition, by: member.name })
    .from(protocolEdition)
    .innerJoin(member, eq(member.id, protocolEdition.memberId))
    .orderBy(desc(protocolEdition.at))
  return rows
    .map(({ edition: e, by }) => ({
      ...{ protocolId: e.protocolId, species: shelf.document(e.protocolId).species, number: e.number, by },
      ...{ at: dayOfInstant(e.at.getTime(), book.zone), reason: e.reason },
    }))
    .filter((e) => seasonOf(e.at, BEGINS_IN_MONTH) === season)
}
