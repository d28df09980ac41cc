import { addDays, type Day } from '@hatch-book/core'
import {
  BOOK_NAME,
  COLD_UNITS,
  FIRST_DAY,
  INCUBATORS,
  LAST_DAY,
  MEMBERS,
  PASSWORD,
  SEED,
  ZONE,
  demoIdentity,
  demoTimeline,
  type DemoStep,
} from '@hatch-book/demo'
import { eq } from 'drizzle-orm'
import { createBook } from '../books'
import { startingSpecies } from '../protocols'
import { issueProbe } from '../climate'
import { inBook, tables, type Database } from '../db/connect'
import type { BookApp } from '../shell/app'
import { issueScale } from '../weighing'
import { playSteps, setDay, stepsBetween, type Played } from './play'
import { coldUnitSteps } from './coldUnits'

export const DEMO_SIGN_IN = { email: MEMBERS[0].email, password: PASSWORD }

const timelines = new Map<number, DemoStep[]>()
/** Living through it takes a moment: done once a seed. */
function timelineOf(seed: number): DemoStep[] {
  const timeline = timelines.get(seed) ?? demoTimeline(seed)
  timelines.set(seed, timeline)
  return timeline
}

/** Opens the demo book and plays it up to a day. */
export async function seedDemo(
  app: BookApp,
  db: Database,
  { seed, day }: { seed: number; day: Day },
): Promise<Played & { bookId: string }> {
  if (day <= FIRST_DAY || day > LAST_DAY)
    throw new RangeError(`the demo book runs from ${addDays(FIRST_DAY, 1)} to ${LAST_DAY}`)
  const { bookId, ownerId, protocolId } = demoIdentity(seed)
  const { name, email } = MEMBERS[0]
  await inBook(db, bookId, (tx) =>
    createBook(tx, {
      bookId,
      name: BOOK_NAME,
      zone: ZONE,
      owner: { id: ownerId, name, email, password: PASSWORD },
      demo: { day: FIRST_DAY, seed },
      species: startingSpecies(protocolId),
    }),
  )
  return { ...(await liveOn(app, db, { bookId, seed }, null, day)), bookId }
}

/** Plays what happens in the demo book after one day, or from its beginning, and up to another, which is the book's day from then on. */
export async function liveOn(
  app: BookApp,
  db: Database,
  { bookId, seed }: { bookId: string; seed: number },
  after: Day | null,
  until: Day,
): Promise<Played> {
  const steps = stepsBetween(timelineOf(seed), after, until)
  const played = await playSteps(
    app,
    db,
    bookId,
    steps.filter((s) => s.act !== 'readings'),
  )
  await setDay(db, bookId, until)
  // Logs come in at the end, when the book has reached its day.
  await playSteps(app, db, bookId, [
    ...steps.filter((s) => s.act === 'readings'),
    ...(await coldUnitSteps(db, bookId, until)),
  ])
  return played
}

/** The tokens of the demo's stand-in devices, new at each start. Null when the demo book is not there. */
export async function demoTokens(
  db: Database,
): Promise<{ scale: string; probe: string; incubator: string } | null> {
  const { bookId } = demoIdentity(SEED)
  return inBook(db, bookId, async (tx) => {
    const [book] = await tx.select({ id: tables.book.id }).from(tables.book)
    if (!book) return null
    const { token } = await issueScale(tx, bookId, { name: 'Bench scale', capacityGrams: 5000 })
    const tokenOf = async (name: string) => {
      const [probe] = await tx
        .select({ id: tables.probe.id })
        .from(tables.probe)
        .innerJoin(tables.place, eq(tables.place.id, tables.probe.placeId))
        .where(eq(tables.place.name, name))
      return probe ? issueProbe(tx, bookId, probe.id) : ''
    }
    return {
      scale: token,
      probe: await tokenOf(COLD_UNITS[0]!.name),
      incubator: await tokenOf(INCUBATORS.at(-1)!.name),
    }
  })
}
