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
  const rank = ranksOf(stations)
  const stops = new Map<string, Stop & { ranks: number[]; last: boolean }>()
  for (const item of items) {
    const id = item.placeId && byId.has(item.placeId) ? item.placeId : ''
    if (!stops.has(id)) {
      const steps = id ? pathOf(id) : []
      stops.set(id, {
        place: steps.at(-1) ?? null,
        path: steps.map((s) => s.name).join(' · '),
        items: [],
        ranks: steps.map((s) => rank.get(s.id)!),
        last: id !== '' && isLast(id),
      })
    }
    stops.get(id)!.items.push(item)
  }
  return [...stops.values()]
    .sort(
      (a, b) =>
        Number(a.place === null) - Number(b.place === null) ||
        Number(a.last) - Number(b.last) ||
        byRanks(a.ranks, b.ranks),
    )
    .map(({ place, path, items: own }) => ({
      ...{ place, path },
      items: own.sort(
        (a, b) => inOrder.compare(a.kind, b.kind) || inOrder.compare(a.subject.name, b.subject.name),
      ),
    }))
}

/** Where each place stands among its neighbours: names are compared once, however many stops there are. */
function ranksOf(stations: readonly Station[]): Map<string, number> {
  const byName = new Map(
    [...new Set(stations.map((s) => s.name))].sort(inOrder.compare).map((name, i) => [name, i]),
  )
  const siblings = new Map<string | null, Station[]>()
  for (const s of stations) {
    const own = siblings.get(s.parentId)
    if (own) own.push(s)
    else siblings.set(s.parentId, [s])
  }
  const ranks = new Map<string, number>()
  for (const own of siblings.values())
    own
      .sort((a, b) => {
        const [x, y] = [a.position, b.position]
        return (
          (x !== null && y !== null && x - y) ||
          byName.get(a.name)! - byName.get(b.name)! ||
          (a.id < b.id ? -1 : 1)
        )
      })
      .forEach((s, i) => ranks.set(s.id, i))
  return ranks
}

function byRanks(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) if (a[i] !== b[i]) return a[i]! - b[i]!
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
