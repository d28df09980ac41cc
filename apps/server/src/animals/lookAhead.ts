import { addDays, MS_PER_DAY, type Day } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { inBook, tables, type Database, type Transaction } from '../db/connect'
import { actorOfBook, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { cachedAnimals, readStamps, restsOf } from './cachedAnimals'
import { learnLines } from './growth'
import { loadJudgeable } from './judgeAnimals'
import { basisOf, readSpans, storeJudged, type StoredJudgement } from './judgedStore'
import { judgeInFull, type Judgement } from './judgement'

export const LOOK_AHEAD = 'Verdicts of tomorrow'
const EVERY_MS = 10 * 60_000
/** So many days ahead it is looked whether time alone turns a judgement. */
const DAYS_AHEAD = 7

/**
 * Judges by itself, while nobody waits, what will be asked for tomorrow: a start and the first look of a new day find it stored. No rule says
 * when time turns it: the same rules are asked for the days to come, and the first on which they answer otherwise is the day.
 */
export const lookingAhead: BookRoutes = (app, { db }) => {
  /** The day for which the lines of each book were learned last. */
  const learned = new Map<string, Day>()
  app.jobs.add({ name: LOOK_AHEAD, everyMs: EVERY_MS, work: (bookId) => lookAhead(db, bookId, learned) })
}

async function lookAhead(db: Database, bookId: string, learned: Map<string, Day>): Promise<void> {
  const found = await inBook(db, bookId, (tx) => judgeAhead(tx), { reads: true })
  if (found.length > 0)
    // What is stored is what would be answered: nothing that anybody sees has changed.
    await inBook(db, bookId, (tx) => storeJudged(tx, bookId, found), { touches: [] })
  await inBook(db, bookId, (tx) => learnAhead(tx, learned), { reads: true })
}

/** Learns what is expected of every line today and tomorrow: a page that is opened has it at once. */
async function learnAhead(tx: Transaction, learned: Map<string, Day>): Promise<void> {
  const [book] = await tx.select().from(tables.book)
  if (!book) return
  const { today, bookId } = actorOfBook(book)
  const tomorrow = addDays(today, 1)
  if (learned.get(bookId) === tomorrow) return
  for (const day of [today, tomorrow]) await learnLines(tx, book.zone, day)
  learned.set(bookId, tomorrow)
}

/** The judgements of today and tomorrow that are not stored yet, each with the days for which it stands. */
async function judgeAhead(tx: Transaction): Promise<StoredJudgement[]> {
  const [book] = await tx.select().from(tables.book)
  if (!book) return []
  const actor = actorOfBook(book)
  const [today, tomorrow] = [actor.today, addDays(actor.today, 1)]
  const basis = await basisOf(tx, actor)
  const rests = new Map((await readStamps(tx, sql`true`)).map((r) => [r.id, restsOf(basis, r)]))
  const spans = (await readSpans(tx)).filter((s) => rests.get(s.id) === s.rests)
  const standing = (day: string) =>
    new Set(spans.filter((s) => s.from <= day && s.until > day).map((s) => s.id))
  const [now, then] = [standing(today), standing(tomorrow)]
  const missing = (await cachedAnimals(tx, actor)).filter(
    ({ id }) => rests.has(id) && !(now.has(id) && then.has(id)),
  )
  const ofToday = missing.map((animal) => ({
    ...{ ...animal, rests: rests.get(animal.id)! },
    ...{ from: today, until: tomorrow },
  }))
  return followOn(tx, actor, ofToday)
}

/** Follows judgements of today into the days to come; where one is another tomorrow, that is told too. */
async function followOn(
  tx: Transaction,
  actor: Actor,
  ofToday: readonly StoredJudgement[],
): Promise<StoredJudgement[]> {
  if (ofToday.length === 0) return []
  const { records, surroundings } = await loadJudgeable(
    tx,
    actor,
    ofToday.map((j) => j.id),
  )
  const spans = new Map(ofToday.map((j) => [j.id, [j]]))
  let left = records
  for (let days = 1; days <= DAYS_AHEAD && left.length > 0; days++) {
    const day = addDays(actor.today, days)
    const judged = await judgeInFull(
      tx,
      { ...actor, today: day, now: actor.now + days * MS_PER_DAY },
      { records: left, surroundings },
    )
    const goesOn = new Set<string>()
    for (const { id, row, beside, isOfTheDay } of judged) {
      const known = spans.get(id)!
      const last = known.at(-1)!
      const stands = sameAs(last, { row, beside })
      if (stands) known.splice(-1, 1, { ...last, until: addDays(day, 1) })
      else if (days === 1) known.push({ ...last, ...{ row, beside }, from: day, until: addDays(day, 1) })
      // What is expected of its line is learned up to the morning before: of later days nobody knows yet.
      if (stands && !isOfTheDay) goesOn.add(id)
    }
    left = left.filter((r) => goesOn.has(r.animal.id))
  }
  return [...spans.values()].flat()
}

type Worked = Pick<Judgement, 'row' | 'beside'>
const sameAs = (a: Worked, b: Worked) =>
  a.row === b.row && JSON.stringify(a.beside) === JSON.stringify(b.beside)
