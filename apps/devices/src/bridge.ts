import type { Awaited } from '@hatch-book/contract'
import { SimulatedScale } from './simulatedScale'

const SAMPLES_A_SECOND = 20
const SEND_EVERY_MS = 200
const RETRY_MS = 2000

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

  void hearAwaited(`${url}/api/bridge/awaited`, headers, stopped.signal, (next) => scale.put(next, now()))
  return () => {
    clearInterval(sampling)
    clearInterval(sending)
    stopped.abort()
  }
}

/** Follows the stream of who is awaited, and takes it up again when it breaks. */
async function hearAwaited(
  url: string,
  headers: Record<string, string>,
  signal: AbortSignal,
  onNext: (next: Awaited | null) => void,
): Promise<void> {
  while (!signal.aborted) {
    try {
      const reply = await fetch(url, { headers, signal })
      if (!reply.ok || !reply.body) throw new Error(`answered ${reply.status}`)
      let rest = ''
      const decoder = new TextDecoder()
      for await (const part of reply.body as unknown as AsyncIterable<Uint8Array>) {
        rest += decoder.decode(part, { stream: true })
        const events = rest.split('\n\n')
        rest = events.pop()!
        for (const event of events)
          if (event.startsWith('data: ')) onNext(JSON.parse(event.slice(6)) as Awaited | null)
      }
    } catch {
      if (signal.aborted) return
    }
    await new Promise((resolve) => setTimeout(resolve, RETRY_MS))
  }
}
