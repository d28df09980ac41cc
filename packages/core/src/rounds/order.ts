import type { WorkItem } from './item'

/** A place as it stands in the building. */
export interface Station {
  id: string
  name: string
  parentId: string | null
  /** Of a tub in a rack: counted row by row from the top left. */
  position: number | null
}

/** One stop of the round: a place, and all that is to be done there. */
export interface Stop {
  place: Station | null
  /** As one says it: room, rack, tub. */
  path: string
  items: WorkItem[]
}

const inOrder = new Intl.Collator('en', { numeric: true })

/**
 * Work in the order in which one walks: room by room, rack by rack, tub by tub as they stand, like work at one place together. Who
 * is in quarantine comes last, so that nothing is carried from them to the others. Work without a place comes at the very end.
 * @param isLast places that are walked last, such as those in quarantine
 */
export function walkingOrder(
  items: readonly WorkItem[],
  stations: readonly Station[],
  isLast: (placeId: string) => boolean = () => false,
): Stop[] {
  const byId = new Map(stations.map((s) => [s.id, s]))
  const pathOf = (id: string): Station[] => {
    const path: Station[] = []
    for (
      let at = byId.get(id);
      at && !path.includes(at);
      at = at.parentId ? byId.get(at.parentId) : undefined
    )
      path.unshift(at)
    return path
  }
  const stops = new Map<string, Stop & { steps: Station[]; last: boolean }>()
  for (const item of items) {
    const id = item.placeId && byId.has(item.placeId) ? item.placeId : ''
    if (!stops.has(id)) {
      const steps = id ? pathOf(id) : []
      const path = steps.map((s) => s.name).join(' · ')
      stops.set(id, { place: steps.at(-1) ?? null, path, items: [], steps, last: id !== '' && isLast(id) })
    }
    stops.get(id)!.items.push(item)
  }
  return [...stops.values()]
    .sort(
      (a, b) =>
        Number(a.place === null) - Number(b.place === null) ||
        Number(a.last) - Number(b.last) ||
        byPath(a.steps, b.steps),
    )
    .map(({ place, path, items: own }) => ({
      ...{ place, path },
      items: own.sort(
        (a, b) => inOrder.compare(a.kind, b.kind) || inOrder.compare(a.subject.name, b.subject.name),
      ),
    }))
}

function byPath(a: readonly Station[], b: readonly Station[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const [x, y] = [a[i]!, b[i]!]
    if (x.id === y.id) continue
    if (x.position !== null && y.position !== null && x.position !== y.position)
      return x.position - y.position
    return inOrder.compare(x.name, y.name) || (x.id < y.id ? -1 : 1)
  }
  return a.length - b.length
}

/** What to carry along: the same things of all work together, the most first. */
export function toBring(items: readonly WorkItem[]): { what: string; count: number }[] {
  const counts = new Map<string, number>()
  for (const { brings = [] } of items)
    for (const { what, count } of brings) counts.set(what, (counts.get(what) ?? 0) + count)
  return [...counts]
    .map(([what, count]) => ({ what, count }))
    .sort((a, b) => b.count - a.count || inOrder.compare(a.what, b.what))
}
