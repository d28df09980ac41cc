import type { Session } from '@hatch-book/contract'
import { dehydrate, hydrate, type DehydratedState } from '@tanstack/react-query'
import { queries } from './api'
import { deviceStore } from './deviceStore'

/** What the round and the frame need to open without a signal. */
const KEPT = [
  'session',
  'round',
  'animals',
  'places',
  'season',
  'alarms',
  'cohorts',
  'colonies',
  'clutches',
  'find',
]
const SAVE_MS = 1500
const NAME = 'queries'
/** What is older says too little of today, ms. */
const OLDEST_MS = 14 * 86_400_000

const store = deviceStore('queries')

/** Forgets all of it, in memory too: somebody signs out, and the device may be anybody's. */
export async function forgetQueries(to = '/sign-in'): Promise<void> {
  await store.del(NAME)
  window.location.assign(to)
}

/** Puts back what the server last said, so that the program opens with no signal; then keeps it up to date on this device. */
export async function keepQueries(): Promise<void> {
  const kept = await store.get<{ at: number; state: DehydratedState }>(NAME)
  if (kept && Date.now() - kept.at < OLDEST_MS) {
    hydrate(queries, kept.state)
    // However lately it was kept, something may have been written since: every view asks again.
    void queries.invalidateQueries()
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  const save = () => {
    timer = undefined
    // Before somebody signs in there is nothing to keep, least of all that nobody is there.
    if (!queries.getQueryData<Session>(['session'])?.member) return
    const state = dehydrate(queries, {
      shouldDehydrateQuery: (q) => q.state.status === 'success' && KEPT.includes(String(q.queryKey[0])),
    })
    void store.set(NAME, { at: Date.now(), state })
  }
  queries.getQueryCache().subscribe(({ type }) => {
    if (type !== 'updated' && type !== 'added') return
    // A busy room speaks all the time: what it says is kept now and then, not only once it is silent.
    timer ??= setTimeout(save, SAVE_MS)
  })
}
