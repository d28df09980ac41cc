import { pause } from '../faults/stack'
import type { LoadBook } from './book'
import { any, weighing, type Caller } from './caller'

/** Somebody who looks at a screen looks for so long before they ask for the next. */
export const THINK_MS = { from: 1000, to: 3000 }

/** What members open and do most: a screen's main call each, and weighings. */
export const callsOf = ({ animals }: LoadBook): Record<string, () => [path: string, body?: unknown]> => ({
  'who is here': () => ['/api/session'],
  'the round': () => ['/api/round'],
  'one animal': () => [`/api/animals/${any(animals)}`],
  'its entries': () => [`/api/entries?subjectId=${any(animals)}&limit=12`],
  'all animals': () => ['/api/animals'],
  'the log': () => ['/api/entries?limit=100'],
  'the season': () => ['/api/season'],
  readiness: () => ['/api/readiness'],
  clutches: () => ['/api/clutches'],
  'a weighing': () => ['/api/entries', { entries: [weighing(animals)] }],
})

/** Each member opens one screen after another, at random, for some seconds. @returns milliseconds, by call */
export async function crowd(caller: Caller, book: LoadBook, seconds: number): Promise<Map<string, number[]>> {
  const calls = callsOf(book)
  const times = new Map(Object.keys(calls).map((c) => [c, [] as number[]]))
  const until = performance.now() + seconds * 1000
  await Promise.all(
    book.members.map(async (cookie) => {
      await pause(Math.random() * THINK_MS.to)
      while (performance.now() < until) {
        const call = any(Object.keys(calls))
        const [path, body] = calls[call]!()
        times.get(call)!.push(await caller.ask(path, cookie, body))
        await pause(THINK_MS.from + Math.random() * (THINK_MS.to - THINK_MS.from))
      }
    }),
  )
  return times
}
