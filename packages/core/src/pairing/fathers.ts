import { daysBetween, type Day, type DaySpan } from '../calendar'
import type { Range } from '../protocols'

/** A male that was with the mother. */
export interface PossibleFather {
  id: string
  /** Chance that they mated. */
  mated: number
  firstMetOn: Day
  lastMetOn: Day
  /** How well the young agree with him, against any other: 1 when nothing is known, 0 when they cannot be his. */
  agrees?: number | undefined
}

export interface FatherFacts {
  laid: DaySpan
  /** From mating to laying, days. */
  matingToLaying: Range
  /** How long sperm is kept; null where it is not. */
  sperm: Range | null
  /** How a female of the species goes without: not at all, with daughters only, or always. */
  unmated: 'no' | 'daughters only' | 'clone'
  /** Whether any egg was good. */
  good: boolean
}

export interface FatherChance {
  /** Null for none of those known. */
  id: string | null
  chance: number
  because: string
}

const TOO_SOON = 0.7

/**
 * Who fathered a clutch, with chances: each male by how likely they mated, how long before the laying that was against how long
 * sperm keeps, and how the young agree with him. What is left goes to a father nobody wrote down, or to none where the species
 * can do without.
 */
export function possibleFathers(males: readonly PossibleFather[], facts: FatherFacts): FatherChance[] {
  const { laid, matingToLaying, sperm, unmated } = facts
  const weighed = males.flatMap(({ id, mated, firstMetOn, lastMetOn, agrees = 1 }) => {
    const longest = daysBetween(firstMetOn, laid.to)
    const shortest = daysBetween(lastMetOn, laid.from)
    if (longest < matingToLaying.least * TOO_SOON) return []
    const fresh = shortest <= matingToLaying.most
    const kept = fresh ? 1 : sperm ? stillGood(shortest, matingToLaying.most, sperm) : 0
    const weight = mated * kept * agrees
    const because =
      agrees === 0
        ? 'the young cannot be his'
        : fresh
          ? `together ${firstMetOn === lastMetOn ? 'on' : `from ${firstMetOn} to`} ${lastMetOn}, mated with ${percent(mated)}`
          : sperm
            ? `last together ${shortest} days before: stored sperm, good with ${percent(kept)}`
            : `last together ${shortest} days before, too long ago`
    return [{ id: id as string | null, weight, because }]
  })
  const known = weighed.reduce((none, w) => none * (1 - Math.min(0.99, w.weight)), 1)
  const rest = {
    id: null,
    weight: facts.good || unmated !== 'no' ? known * (unmated === 'no' ? UNKNOWN_FATHER : 1) : known,
    because:
      unmated === 'clone'
        ? 'no male is needed: the young are as she is'
        : unmated === 'daughters only'
          ? 'no male is needed: daughters of her alone'
          : facts.good
            ? 'a male that was not recorded, or sperm from before she came'
            : 'none: the eggs are not good',
  }
  const all = [...weighed, rest]
  const sum = all.reduce((s, w) => s + w.weight, 0)
  return all
    .map(({ id, weight, because }) => ({ id, because, chance: sum > 0 ? weight / sum : 0 }))
    .filter((f) => f.chance > 0.005 || f.id !== null)
    .sort((a, b) => b.chance - a.chance)
}

/** A father nobody wrote down, when nothing speaks for those who were. */
const UNKNOWN_FATHER = 0.3

/** Share of stored sperm still good, falling over the range in which it is said to keep. */
function stillGood(days: number, from: number, { least, typical, most }: Range): number {
  if (days <= from) return 1
  const width = Math.max(1, (most - least) / 4)
  return 1 / (1 + Math.exp((days - typical) / width))
}
const percent = (share: number) => `${Math.round(share * 100)} %`
