import { create } from 'zustand'
import { persist } from 'zustand/middleware'

export const GROUPINGS = [
  'nothing',
  'species',
  'form',
  'line',
  'place',
  'stage',
  'to breed',
  'purpose',
] as const
export type Grouping = (typeof GROUPINGS)[number]

interface TableState {
  /** Columns one has chosen not to see. */
  hidden: string[]
  grouping: Grouping
  sort: { key: string; down: boolean }
  hide(hidden: string[]): void
  group(grouping: Grouping): void
  sortBy(key: string): void
}

/** How one likes the table of animals; remembered on the device. */
export const useTable = create<TableState>()(
  persist(
    (set) => ({
      hidden: ['form', 'line', 'dam', 'sire'],
      grouping: 'nothing',
      sort: { key: 'tag', down: false },
      hide: (hidden) => set({ hidden }),
      group: (grouping) => set({ grouping }),
      sortBy: (key) => set((s) => ({ sort: { key, down: s.sort.key === key && !s.sort.down } })),
    }),
    { name: 'hatch-book-animal-table', version: 1 },
  ),
)

interface PickedState {
  picked: ReadonlySet<string>
  toggle(id: string): void
  pick(ids: readonly string[]): void
  clear(): void
}

/** The animals ticked for what is done to several at once. */
export const usePicked = create<PickedState>()((set) => ({
  picked: new Set(),
  toggle: (id) =>
    set((s) => {
      const picked = new Set(s.picked)
      if (!picked.delete(id)) picked.add(id)
      return { picked }
    }),
  pick: (ids) => set({ picked: new Set(ids) }),
  clear: () => set({ picked: new Set() }),
}))
