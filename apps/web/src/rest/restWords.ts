import { counted } from '@hatch-book/core'
import type { RestView } from '@hatch-book/contract'
import type { CheckSign, RestEdge, RestState } from '@hatch-book/core'
import type { Figures } from '../shell/figures'

export const STATE_SAYS: Record<RestState, string> = {
  'held back': 'held back',
  planned: 'planned',
  fasting: 'fasting',
  cooling: 'going down',
  resting: 'resting',
  warming: 'warming up',
  awake: 'awake',
  over: 'its rest is over',
  'woken early': 'woken early',
  died: 'died',
}

export const EDGE_SAYS: Record<RestEdge, string> = {
  'last meal': 'last meal',
  'step down': 'step down begins',
  hold: 'hold begins',
  'step up': 'step up begins',
  'full warmth': 'full warmth',
  'first water': 'first water',
  'first meal': 'first meal',
  introductions: 'introductions',
}

/** A check's signs, each with its key and what to look for. */
export const SIGNS: Record<CheckSign, { key: string; says: string; look: string }> = {
  breathing: { key: '1', says: 'breathing', look: 'gapes, clicks, bubbles' },
  nose: { key: '2', says: 'nose', look: 'runs or is crusted' },
  eyes: { key: '3', says: 'eyes', look: 'sunken, swollen, stuck' },
  skin: { key: '4', says: 'skin', look: 'sores, blisters, soft shell' },
  damp: { key: '5', says: 'wet bedding', look: 'wet or mouldy' },
  droppings: { key: '6', says: 'droppings', look: 'droppings or urine in the tub' },
  water: { key: '7', says: 'no water', look: 'bowl empty or spilt' },
}

/** What comes next and when, in one line. */
export function nextInWords({ course, batch }: RestView, figures: Figures): string {
  if (!course.next) return ''
  const { does, on, late } = course.next
  const what =
    does === 'introductions' && batch
      ? batch.kind === 'pupae'
        ? 'moths expected'
        : 'young expected'
      : does === 'clear gut'
        ? 'gut clear by'
        : does === 'check'
          ? 'next check'
          : EDGE_SAYS[does as RestEdge]
  return `${what} ${figures.day(on)}${late > 0 ? `, ${counted(late, 'day')} late` : ''}`
}

/** The gates that hold one back, in words. */
export const heldBecause = (view: RestView): string => reasonsToHold(view).join('; ')

/** The same in one line: the gravest reason, and how many more there are. */
export function heldInShort(view: RestView): string {
  const [first = '', ...more] = reasonsToHold(view)
  return more.length > 0 ? `${first} (${counted(more.length, 'other reason')})` : first
}

function reasonsToHold(view: RestView): string[] {
  if (view.overruled?.verdict === 'held back') return [view.overruled.reason]
  return view.eligibility.reasons
    .filter((r) => r.standing === 'fails' || r.standing === 'unknown')
    .map((r) => r.note || `${r.says}: not known`)
}

/** What needs somebody's eyes comes first. */
export function urgency({ course, loss, held }: RestView): number {
  if (course.wakeBecause.length > 0) return 0
  if (course.seeVet || loss?.standing === 'watch' || course.tub.length > 0) return 1
  if ((course.next?.late ?? 0) > 0) return 2
  return held ? 4 : 3
}
