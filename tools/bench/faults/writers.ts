import { newId } from '../../../packages/contract/src'
import { pause } from './stack'

const SLOWEST_MS = 5000
const AGAIN_AFTER_MS = 60

interface Batch {
  ids: string[]
  body: string
}

/** What some devices did: each sends a batch until it is answered, with the same identities, and then the next. */
export interface Writers {
  /** Batches that were answered as written. */
  acknowledged: string[][]
  /** Every batch that was ever sent, answered or not. */
  sent: Map<string, string[]>
  /** Answers that were no success, by their status; 0 is none at all. */
  refused: Map<number, number>
  pause(): Promise<void>
  go(): void
  stop(): Promise<void>
}

/**
 * Lets devices write without end: weights and meals of some animals, one to five entries at a time.
 * @param url asked before each try: a proxy that cuts lines may stand before the server
 */
export function letWrite(
  url: () => string,
  cookie: string,
  animals: readonly string[],
  devices: number,
): Writers {
  const acknowledged: string[][] = []
  const sent = new Map<string, string[]>()
  const refused = new Map<number, number>()
  let isGoing = true
  let isOver = false
  let busy = 0

  const makeBatch = (): Batch => {
    const at = new Date().toISOString()
    const entries = Array.from({ length: 1 + Math.floor(Math.random() * 5) }, () => {
      const subject = { type: 'animal', id: animals[Math.floor(Math.random() * animals.length)]! }
      const id = newId()
      return Math.random() < 0.5
        ? {
            id,
            at,
            subject,
            kind: 'weighed',
            payload: { grams: 100 + Math.round(Math.random() * 4000) / 10 },
          }
        : { id, at, subject, kind: 'meal', payload: { outcome: 'taken', prey: 'mouse' } }
    })
    return { ids: entries.map((e) => e.id), body: JSON.stringify({ entries }) }
  }
  const trySend = async ({ body }: Batch): Promise<boolean> => {
    const reply = await fetch(`${url()}/api/entries`, {
      ...{ method: 'POST', body, signal: AbortSignal.timeout(SLOWEST_MS) },
      headers: { 'content-type': 'application/json', cookie },
    }).catch(() => null)
    // Only an answer that came whole is an answer.
    const said = await reply?.json().catch(() => null)
    if (reply?.status === 200 && said) return true
    const status = reply && said ? reply.status : 0
    refused.set(status, (refused.get(status) ?? 0) + 1)
    return false
  }
  const device = async () => {
    while (!isOver) {
      if (!isGoing) {
        await pause(5)
        continue
      }
      busy++
      const batch = makeBatch()
      sent.set(batch.ids[0]!, batch.ids)
      let isIn = false
      while (!isIn && !isOver && isGoing) {
        isIn = await trySend(batch)
        if (!isIn) await pause(AGAIN_AFTER_MS)
      }
      if (isIn) acknowledged.push(batch.ids)
      busy--
    }
  }
  const devicesAtWork = Array.from({ length: devices }, device)
  return {
    ...{ acknowledged, sent, refused },
    pause: async () => {
      isGoing = false
      while (busy > 0) await pause(5)
    },
    go: () => {
      isGoing = true
    },
    stop: async () => {
      isOver = true
      await Promise.all(devicesAtWork)
    },
  }
}
