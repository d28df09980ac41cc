import type { Round } from '@hatch-book/contract'
import { addDays, withRepeats, type Station, type WorkItem } from '@hatch-book/core'
import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import { deviceStore } from '../shell/deviceStore'

/** How a piece of work was settled by this device in this round. */
export interface Settled {
  says: string
  bad: boolean
  /** By this device's clock: what was read before knows nothing of it. */
  at: number
  entryIds: string[]
}

interface RoundState {
  /** A round is of one book and one day. */
  key: string
  /** All work that was due in it, by its identity: what is done stays in the walk. */
  known: Record<string, WorkItem>
  /** Where it is done, for as long as the round lasts. */
  stations: Record<string, Station>
  settled: Record<string, Settled>
  /** Tells the round what is due now, and where. */
  see(key: string, items: readonly WorkItem[], stations: readonly Station[]): void
  settle(items: readonly WorkItem[], how: Settled): void
  /** What could not be written is open again. */
  unsettle(itemIds: readonly string[]): void
  /** What was taken back is open again. */
  reopen(entryIds: readonly string[]): void
}

const NOTHING: Pick<RoundState, 'known' | 'stations' | 'settled'> = { known: {}, stations: {}, settled: {} }

const store = deviceStore('round')

const without = (
  settled: Readonly<Record<string, Settled>>,
  gone: (id: string, how: Settled) => boolean,
): Record<string, Settled> =>
  Object.fromEntries(Object.entries(settled).filter(([id, how]) => !gone(id, how)))

/** The round as this device walks it; kept on the device, so that closing the browser loses no tick. */
export const useRoundStore = create<RoundState>()(
  persist(
    (change) => ({
      key: '',
      ...NOTHING,
      see: (key, items, stations) =>
        change((s) => {
          const { known, stations: places, settled } = s.key === key ? s : NOTHING
          const added = items.filter((i) => !(i.id in known))
          if (s.key === key && added.length === 0) return s
          return {
            ...{ key, settled },
            known: { ...known, ...Object.fromEntries(added.map((i) => [i.id, i])) },
            stations: { ...places, ...Object.fromEntries(stations.map((p) => [p.id, p])) },
          }
        }),
      settle: (items, how) =>
        change((s) => ({ settled: { ...s.settled, ...Object.fromEntries(items.map((i) => [i.id, how])) } })),
      unsettle: (itemIds) => change((s) => ({ settled: without(s.settled, (id) => itemIds.includes(id)) })),
      reopen: (entryIds) =>
        change((s) => ({
          settled: without(s.settled, (_id, how) => how.entryIds.some((id) => entryIds.includes(id))),
        })),
    }),
    {
      name: 'round',
      storage: createJSONStorage(() => ({
        getItem: async (name) => (await store.get<string>(name)) ?? null,
        setItem: (name, value) => store.set(name, value),
        removeItem: (name) => store.del(name),
      })),
    },
  ),
)

/** What of the work is due in today's round: its day has come, or its last. */
export const dueInRound = ({ items, today }: Round): WorkItem[] =>
  (items as WorkItem[]).filter((i) => i.due <= today || i.latest <= today)

/** All work as far ahead as it was asked for, with each return of what comes back. */
export const workAhead = ({ items, today, days }: Round): WorkItem[] =>
  (items as WorkItem[]).flatMap((item) => withRepeats(item, addDays(today, days), today))
