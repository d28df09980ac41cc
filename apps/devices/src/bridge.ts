import type { Awaited } from '@hatch-book/contract'
import { SimulatedScale } from './simulatedScale'
import { followStream } from './stream'

const SAMPLES_A_SECOND = 20
const SEND_EVERY_MS = 200

export interface BridgeOptions {
  /** Where the book is served. */
  url: string
  /** The scale's token. */
  token: string
  seed?: number
}

/**
 * A scale's bridge as a real one would be: it sends what the scale shows in small batches, and hears who is awaited. Here the
 * scale is simulated, and whoever is awaited is put on it.
 * @returns a way to stop it
 */
export function runBridge({ url, token, seed = 1 }: BridgeOptions): () => void {
  const scale = new SimulatedScale(seed)
  const headers = { authorization: `Bearer ${token}` }
  const started = performance.now()
  const now = () => Math.round(performance.now() - started)
  const stopped = new AbortController()
  let waiting: ReturnType<SimulatedScale['read']>[] = []

  const sampling = setInterval(() => waiting.push(scale.read(now())), 1000 / SAMPLES_A_SECOND)
  const sending = setInterval(() => {
    const samples = waiting
    waiting = []
    if (samples.length === 0) return
    void fetch(`${url}/api/bridge/samples`, {
      method: 'POST',
      headers: { ...headers, 'content-type': 'application/json' },
      body: JSON.stringify({ samples }),
      signal: stopped.signal,
    }).catch(() => undefined)
  }, SEND_EVERY_MS)

  void followStream(`${url}/api/bridge/awaited`, headers, stopped.signal, (text) =>
    scale.put(JSON.parse(text) as Awaited | null, now()),
  )
  return () => {
    clearInterval(sampling)
    clearInterval(sending)
    stopped.abort()
  }
}
