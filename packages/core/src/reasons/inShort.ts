import { durationInWords, type Say } from '../quantities'
import { counted } from '../words'
import type { Quantity, Reason } from './reason'

/** What of a reason is said in short. */
export type ReasonToSay = Pick<Reason, 'says' | 'standing' | 'have' | 'wanted' | 'bound' | 'note'>

/** So many reasons are said; of the others only how many there are. */
const SAID = 2

/** A figure with its unit, in the book's units. A day stays as it is written, for the page to say. */
export function quantityInWords({ value, unit }: Quantity, say: Say): string {
  if (typeof value === 'string') return value
  switch (unit) {
    case 'g':
      return say.grams(value)
    case 'C':
      return say.celsius(value)
    case 'd':
      return durationInWords(value)
    case 'mm':
      return `${Number(value.toPrecision(4))} mm`
    case 'h':
      return `${value.toFixed(1)} h`
    case 'share':
      return `${Math.round(value * 100)} %`
    default:
      return String(value)
  }
}

/** Two figures of one unit, the unit said once: 18 of 25 g. */
function ofTwo(have: Quantity, wanted: Quantity, say: Say): string {
  const [is, of] = [quantityInWords(have, say), quantityInWords(wanted, say)]
  // Rounded to the same, the two would read as if it held.
  if (is === of) return `just short of ${of}`
  const cut = of.lastIndexOf(' ')
  const unit = of.slice(cut)
  return `${cut > 0 && is.endsWith(unit) ? is.slice(0, -unit.length) : is} of ${of}`
}

/**
 * A rule that does not hold, with the figure that fails before anything else: ‘2 of 4 meals in a row’, ‘weight: 18 of 25 g’. Where it is no
 * figure that fails, what is known of it, or that nothing is. Days stay as they are written, for the page to say.
 */
export function reasonInShort({ says, standing, have, wanted, bound, note }: ReasonToSay, say: Say): string {
  if (standing === 'unknown' || standing === 'perhaps') return note || `${says}: not known`
  if (typeof have?.value !== 'number' || typeof wanted?.value !== 'number') return note || says
  if (bound === 'at least' && have.value < wanted.value) {
    if (wanted.value === 1 && wanted.unit === 'count') return `${says}: not yet`
    if (wanted.unit === 'count') return `${have.value} of ${wanted.value} ${says}`
    if (wanted.unit === 'score') return `${says}: ${have.value}, at least ${wanted.value} wanted`
    return `${says}: ${ofTwo(have, wanted, say)}`
  }
  if (bound === 'at most' && have.value > wanted.value)
    return `${says}: ${quantityInWords(have, say)}, at most ${quantityInWords(wanted, say)}`
  return note || says
}

/** What stands against something, worst first: the first two rules, and how many more there are. */
export function againstInShort(reasons: readonly ReasonToSay[], say: Say): string {
  const open = reasons.filter((r) => r.standing !== 'holds')
  const said = open.slice(0, SAID).map((r) => reasonInShort(r, say))
  const others = open.length - said.length
  return said.join(', ') + (others > 0 ? ` (${counted(others, 'other reason')})` : '')
}
