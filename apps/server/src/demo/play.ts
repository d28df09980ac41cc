import { dayOfInstant, instantOfDay, type Day } from '@hatch-book/core'
import type { EntryKind } from '@hatch-book/contract'
import { MEMBERS, ZONE, type Author, type DemoStep } from '@hatch-book/demo'
import { eq, inArray } from 'drizzle-orm'
import type { LightMyRequestResponse } from 'fastify'
import sharp from 'sharp'
import { inBook, tables, type Database } from '../db/connect'
import { COOKIE, createSession, onPlayedDay } from '../shell/actor'
import type { BookApp } from '../shell/app'

const MOST_ENTRIES = 450
const DEMO_HOUR = 14
const DAY_MS = 86_400_000
const JUDGED: readonly EntryKind[] = ['listed', 'reserved', 'sold', 'rest began']

export interface Played {
  happened: number
  /** Steps that the book refused, with its words: what somebody did in the demo can stand in the way of what would have been. */
  refused: { step: DemoStep; says: string }[]
}

/** Steps that fall after one demo day's afternoon and not after another's. */
export function stepsBetween(timeline: readonly DemoStep[], after: Day | null, until: Day): DemoStep[] {
  const from = after ? instantOfDay(after, ZONE, DEMO_HOUR) : -Infinity
  const to = instantOfDay(until, ZONE, DEMO_HOUR)
  return timeline.filter((s) => s.at > from && s.at <= to && (!s.lately || s.at > to - s.lately * DAY_MS))
}

/**
 * Plays steps into the demo book as the requests that its members' devices would send, in order. Entries wait and go
 * together; readings of a probe go as the file its logger would write.
 */
export async function playSteps(
  app: BookApp,
  db: Database,
  bookId: string,
  steps: readonly DemoStep[],
): Promise<Played> {
  const cookies = new Map<Author, string>()
  const sessions: string[] = []
  await openSessions(db, bookId, cookies, sessions)
  const played: Played = { happened: 0, refused: [] }
  let waiting: Extract<DemoStep, { act: 'entry' }>[] = []
  const logs = new Map<string, string[]>()
  let day: Day | null = null

  const send = (
    author: Author,
    method: 'POST' | 'PATCH',
    url: string,
    payload: object | string | Buffer,
    type = 'application/json',
  ) => {
    const headers = { 'content-type': type, cookie: cookies.get(author)! }
    // Awaited in here: the request is only made when somebody waits for it.
    const ask = async (): Promise<LightMyRequestResponse> =>
      await app.inject({ method, url, headers, payload })
    return day === null ? ask() : onPlayedDay(day, ask)
  }
  const judge = (step: DemoStep, reply: LightMyRequestResponse) => {
    if (reply.statusCode < 300) played.happened++
    else
      played.refused.push({
        step,
        says: String(reply.json<{ detail?: string }>().detail ?? reply.statusCode),
      })
  }
  /** Sends what waits; all of it, or only what is about some subjects. */
  const flush = async (about?: readonly string[]) => {
    const batch = about ? waiting.filter((s) => about.includes(s.body.subject.id)) : waiting
    waiting = about ? waiting.filter((s) => !about.includes(s.body.subject.id)) : []
    if (batch.length > 0) day = dayOfInstant(batch.at(-1)!.at, ZONE)
    for (const author of ['owner', 'keeper', 'helper'] as const) {
      const own = batch.filter((s) => s.by === author)
      if (own.length === 0) continue
      const reply = await send(author, 'POST', '/api/entries', { entries: own.map((s) => s.body) })
      if (reply.statusCode < 300) played.happened += own.length
      // One refused entry refuses its batch: send them one by one to find it.
      else
        for (const step of own)
          judge(step, await send(author, 'POST', '/api/entries', { entries: [step.body] }))
    }
  }

  for (const step of steps) {
    if (step.act === 'readings') {
      const lines = step.readings.map((r) => `${new Date(r.at).toISOString()};${r.celsius}`)
      const log = logs.get(step.probeId) ?? []
      log.push(...lines)
      logs.set(step.probeId, log)
      continue
    }
    if (step.act === 'entry') {
      // These are judged by the animal's log, whoever wrote it: that goes first.
      const judged = JUDGED.includes(step.body.kind)
      if (judged) await flush([step.body.subject.id])
      waiting.push(step)
      if (judged) await flush([step.body.subject.id])
      else if (waiting.length >= MOST_ENTRIES) await flush()
      continue
    }
    if (step.act === 'photo') {
      day = dayOfInstant(step.at, ZONE)
      const url = `/api/${step.of.room}/${step.of.id}/photos?view=${step.view}`
      const picture = await sharp(Buffer.from(step.svg)).png().toBuffer()
      judge(step, await send('owner', 'POST', url, picture, 'application/octet-stream'))
      continue
    }
    // A plan is reckoned from what the log says by then.
    if (step.act === 'rest plan' || step.act === 'more rests') await flush()
    if (step.act === 'pairing') await flush([step.body.femaleId, step.body.maleId])
    if (step.act === 'clutch') await flush([step.body.damId])
    day = dayOfInstant(step.at, ZONE)
    const method = step.act === 'rest' || step.act === 'more rests' ? 'PATCH' : 'POST'
    judge(step, await send('owner', method, pathOf(step), step.body))
    if (step.act === 'member') await openSessions(db, bookId, cookies, sessions)
  }
  await flush()
  for (const [probeId, lines] of logs)
    await send(
      'owner',
      'POST',
      `/api/probes/${probeId}/log?unit=C`,
      `time;temperature C\n${lines.join('\n')}`,
      'text/csv',
    )
  await inBook(db, bookId, (tx) => tx.delete(tables.session).where(inArray(tables.session.id, sessions)))
  return played
}

export async function setDay(db: Database, bookId: string, day: Day): Promise<void> {
  await inBook(db, bookId, (tx) =>
    tx.update(tables.book).set({ demoDay: day }).where(eq(tables.book.id, bookId)),
  )
}

/** A session for each of the demo's members who is in the book by now. */
async function openSessions(
  db: Database,
  bookId: string,
  cookies: Map<Author, string>,
  sessions: string[],
): Promise<void> {
  await inBook(db, bookId, async (tx) => {
    const present = await tx.select({ id: tables.member.id, email: tables.member.email }).from(tables.member)
    for (const { key, email } of MEMBERS) {
      const member = present.find((m) => m.email === email)
      if (!member || key === 'viewer' || cookies.has(key)) continue
      const { id, cookie } = await createSession(tx, bookId, member.id)
      sessions.push(id)
      cookies.set(key, `${COOKIE}=${cookie}`)
    }
  })
}

function pathOf(step: Exclude<DemoStep, { act: 'entry' | 'readings' | 'photo' }>): string {
  switch (step.act) {
    case 'member':
      return '/api/members'
    case 'place':
      return '/api/places'
    case 'animal':
      return '/api/animals'
    case 'pairing':
      return '/api/pairings'
    case 'clutch':
      return '/api/clutches'
    case 'rest plan':
      return '/api/rest-plans'
    case 'more rests':
      return `/api/rest-plans/${step.planId}`
    case 'rest':
      return `/api/rests/${step.restId}`
    case 'season plan':
      return '/api/season-plans'
    case 'line goal':
      return '/api/line-goals'
    case 'cohort':
      return '/api/cohorts'
    case 'colony':
      return '/api/colonies'
    case 'contact':
      return '/api/contacts'
    case 'wish':
      return '/api/wishes'
    case 'price':
      return '/api/prices'
    case 'recipe':
      return '/api/recipes'
    case 'weather rule':
      return '/api/weather-rules'
    case 'hatch':
      return `/api/clutches/${step.clutchId}/hatch`
  }
}
