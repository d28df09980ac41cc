import { weighingApi, type GrowingRow } from '@hatch-book/contract'
import { middleDay, toldSex, type GrowthPrior, type WeightContext } from '@hatch-book/core'
import { expectedOf, growthPace, hatchedSpan, loadRecords, loadWeights, pointsOf } from '../animals'
import { inBook, type Transaction } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'

/** Contexts as figures, so that three hundred thousand weights travel light. */
const CONTEXT_MARK: Record<WeightContext, number> = {
  empty: 0,
  'not said': 0,
  fed: 1,
  gravid: 2,
  'in shed': 3,
}
const round = (x: number) => Math.round(x * 100) / 100

export const growthRoutes: BookRoutes = (app, { db }) => {
  serve(app, weighingApi.growth, (request) => {
    const actor = actorOf(request)
    const read = async (tx: Transaction) => {
      const records = (await loadRecords(tx)).filter((r) => hatchedSpan(r) !== null)
      const weights = await loadWeights(
        tx,
        records.map((r) => r.animal.id),
      )
      // What is expected of a line is learned in one place, so that this page and an animal's say one date.
      const expected = await expectedOf(tx, records, actor.book.zone, actor.today)
      const places = new Map<GrowthPrior, number>()
      const placeOf = (prior: GrowthPrior) => {
        const place = places.get(prior) ?? places.size
        places.set(prior, place)
        return place
      }
      const animals = records.flatMap((record): GrowingRow[] => {
        const { animal, standing, protocol } = record
        const own = weights.get(animal.id)!
        if (own.length === 0) return []
        const hatched = hatchedSpan(record)!
        // What was read of a sex is told nowhere before it is sure.
        const { sex } = toldSex(standing, protocol.readiness.sexCertainty)
        const { grams } = protocol.readiness[sex === 'male' ? 'male' : 'female']
        return [
          {
            ...{ id: animal.id, tag: animal.tag, species: protocol.species, line: animal.line },
            ...{ sex, season: middleDay(hatched).slice(0, 4), hatched },
            ...{ clutchId: animal.clutchId, wantedGrams: grams?.wanted ?? null },
            pace: growthPace(record, actor.book.zone),
            expects: placeOf(expected(record)),
            weights: pointsOf(own, hatched, actor.book.zone).map((p) => [
              round(p.ageDays),
              p.grams,
              CONTEXT_MARK[p.context!],
            ]),
          },
        ]
      })
      return { animals, expectations: [...places.keys()] }
    }
    return inBook(db, actor.bookId, read, { reads: true })
  })
}
