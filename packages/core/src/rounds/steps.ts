import type { Turn } from './defineTask'
import type { WorkItem } from './item'
import { taskOf } from './kinds'
import { walkingOrder, type Station } from './order'

/** One tub of the round: whom one stands in front of, and all that is to be done there. */
export interface Step {
  id: string
  place: Station | null
  /** As one says it: room, rack, tub. */
  path: string
  subject: WorkItem['subject']
  items: WorkItem[]
}

const TURNS: readonly Turn[] = [
  ...(['alarm', 'waking', 'weighing', 'parting', 'looking after', 'feeding', 'looking', 'the rest'] as const),
]
const rank = ({ kind }: WorkItem) => TURNS.indexOf(taskOf(kind).turn)

/**
 * Work as one tub after the other, in walking order: everybody with work is one step, in the order in which their work is done; what is
 * done to the place itself goes with the first who lives there. What is made beforehand comes before all of it.
 * @param isLast places that are walked last, such as those in quarantine
 */
export function stepsOf(
  items: readonly WorkItem[],
  stations: readonly Station[],
  isLast: (placeId: string) => boolean = () => false,
): Step[] {
  const isBeforehand = ({ kind }: WorkItem) => taskOf(kind).beforehand === true
  const stops = [
    ...walkingOrder(items.filter(isBeforehand), stations, isLast),
    ...walkingOrder(
      items.filter((item) => !isBeforehand(item)),
      stations,
      isLast,
    ),
  ]
  return stops.flatMap(({ place, path, items: here }) => {
    const bySubject = new Map<string, Step>()
    // Those who live there before the place itself.
    const inTurn = [...here].sort(
      (a, b) => Number(a.subject.type === 'place') - Number(b.subject.type === 'place'),
    )
    for (const item of inTurn) {
      const key = item.subject.id || item.id
      const first = bySubject.values().next().value
      const step =
        bySubject.get(key) ?? (item.subject.type === 'place' && item.kind !== 'alarm' ? first : undefined)
      if (step) step.items.push(item)
      else
        bySubject.set(key, {
          id: `${place?.id ?? ''}|${key}`,
          place,
          path,
          subject: item.subject,
          items: [item],
        })
    }
    return [...bySubject.values()].map((s) => ({ ...s, items: s.items.sort((a, b) => rank(a) - rank(b)) }))
  })
}
