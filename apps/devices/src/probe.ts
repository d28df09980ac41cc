import type { UnitOrder } from '@hatch-book/contract'
import { followStream } from './stream'
import type { SimulatedIncubator } from './simulatedIncubator'
import { SimulatedUnit } from './simulatedUnit'

const CALM_SECONDS = 5
const ALERT_SECONDS = 1

export interface ProbeOptions {
  /** Where the book is served. */
  url: string
  /** The probe's token. */
  token: string
  seed?: number
  /** What it measures: a unit that is cooled, or an incubator that is heated. */
  of?: SimulatedUnit | SimulatedIncubator
}

/**
 * A probe as a real one would be: it says what it measures every few seconds, each second while something is wrong. Here the
 * unit is simulated, and hears what is done to it.
 * @returns a way to stop it
 */
export function runProbe({
  url,
  token,
  seed = 3,
  of: unit = new SimulatedUnit(seed),
}: ProbeOptions): () => void {
  const headers = { authorization: `Bearer ${token}` }
  const started = performance.now()
  const stopped = new AbortController()
  let timer: ReturnType<typeof setTimeout>
  let calmUntil = 0

  const say = () => {
    const now = performance.now() - started
    const celsius = unit.read(now)
    // Once it is well again it speaks fast until it has come back, so that the all-clear comes soon.
    if (unit.does !== 'all well') calmUntil = now + 60_000
    const everySeconds = now < calmUntil ? ALERT_SECONDS : CALM_SECONDS
    if (celsius !== null)
      void fetch(`${url}/api/bridge/readings`, {
        method: 'POST',
        headers: { ...headers, 'content-type': 'application/json' },
        body: JSON.stringify({ everySeconds, readings: [{ celsius }] }),
        signal: stopped.signal,
      }).catch(() => undefined)
    clearTimeout(timer)
    timer = setTimeout(say, everySeconds * 1000)
  }
  timer = setTimeout(say, 500)

  void followStream(`${url}/api/bridge/orders`, headers, stopped.signal, (text) => {
    unit.obey(JSON.parse(text) as UnitOrder, performance.now() - started)
    say()
  })
  return () => {
    clearTimeout(timer)
    stopped.abort()
  }
}

/** What comes together is carried together. */
const GATHERED_MS = 1500

/**
 * The outbox as a real one would be: it is told that messages wait, takes them, and would carry them to phones and mailboxes.
 * Here they go nowhere.
 */
export function runOutbox({ url, token }: ProbeOptions): () => void {
  const headers = { authorization: `Bearer ${token}` }
  const stopped = new AbortController()
  const take = () =>
    void fetch(`${url}/api/bridge/outbox/taken`, { method: 'POST', headers, signal: stopped.signal }).catch(
      () => undefined,
    )
  let gathering: ReturnType<typeof setTimeout> | undefined
  void followStream(`${url}/api/bridge/outbox`, headers, stopped.signal, () => {
    gathering ??= setTimeout(() => {
      gathering = undefined
      take()
    }, GATHERED_MS)
  })
  return () => {
    clearTimeout(gathering)
    stopped.abort()
  }
}
