import {
  sayIn,
  airOfStage,
  careInWords,
  dayOfInstant,
  everyDays,
  ofKinds,
  type EntryKind,
} from '@hatch-book/core'
import { lightForOthers, type JudgedAnimal } from '../animals'
import { standingEntries } from '../log'
import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'

/** An open offer is no meal yet: only what was looked after counts. */
const ENDED: readonly string[] = ['taken', 'refused', 'brought up']

/** What an animal's log tells whoever takes it home, good and bad; of meals the last few. */
export async function honestRecord(tx: Transaction, actor: Actor, judged: JudgedAnimal, shownMeals: number) {
  const { row, record, stage } = judged
  const light = lightForOthers(judged, actor)
  const log = (await standingEntries(tx, [row.id])).get(row.id)!
  const on = (e: { at: Date }) => dayOfInstant(e.at.getTime(), actor.book.zone)
  const of = <K extends EntryKind>(kind: K) => ofKinds(log, kind)
  const meals = of('meal').filter((e) => ENDED.includes(e.payload.outcome))
  const over = new Set(of('problem over').map((e) => e.payload.problem))
  const { feed } = stage.stage
  const said = of('sexed').map((e) => ({
    on: on(e),
    sex: e.payload.sex,
    method: e.payload.method,
    certainty: e.payload.certainty,
  }))
  // Readings are told once the sex is.
  const read = row.sex === 'unknown' || said.length > 0 ? [] : of('sex read')
  return {
    weights: of('weighed').map((e) => ({ on: on(e), grams: e.payload.grams })),
    meals: meals.slice(-shownMeals).map((e) => ({
      on: on(e),
      outcome: e.payload.outcome,
      prey: e.payload.prey ?? '',
    })),
    mealsTaken: meals.filter((e) => e.payload.outcome === 'taken').length,
    mealsOffered: meals.length,
    sheds: of('shed').length,
    problems: of('problem found').map((e) => ({
      on: on(e),
      problem: e.payload.problem,
      over: over.has(e.payload.problem),
    })),
    sexing: [
      ...said,
      ...read.map((e) => ({
        on: on(e),
        sex: e.payload.sex,
        method: e.payload.method,
        certainty: e.payload.right,
      })),
    ],
    care: {
      housing: stage.stage.housing,
      climate: [airOfStage(stage.stage, sayIn(actor.book)), light].filter(Boolean).join('. '),
      feed: feed ? `${feed.prey}, ${everyDays(feed.everyDays.least, feed.everyDays.most)}` : '',
      routine: careInWords(stage.stage.care),
    },
    cautions: record.protocol.cautions,
    sold: of('sold').at(-1) ?? null,
  }
}
