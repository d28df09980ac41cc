import { evenStream } from '../statistics'

/**
 * What one clutch, pair or rest says of a measure: the sum over its members and how many they are. Of a share the sum counts those
 * of whom it is true. Members of one unit are alike for reasons of their own, so a unit is what is told apart, not its members.
 */
export interface ComparedUnit {
  /** Compared only with its like, such as one species. */
  stratum: string
  sum: number
  count: number
}

/** How a difference between two groups of units stands against chance. */
export interface Comparison {
  /** Mean of the first less that of the second, within strata; weighed by how much either side has of each. */
  difference: number
  /** Differences that chance alone would let stand, 95 per cent; null on a side where so few units bound nothing. */
  low: number | null
  high: number | null
  /** Chance of a difference as large without any reason; 1 where nothing can be compared. */
  p: number
  /** The smallest chance that so few units could show at all. */
  leastP: number
  verdict: 'more than chance' | 'perhaps' | 'chance will do' | 'too few to tell'
  /** Units on either side that have their like on the other. */
  units: [number, number]
}

const LEVEL = 0.05
const PERHAPS = 0.2
/** Splits are all gone through up to so many, else drawn. */
const MOST_SPLITS = 5000
const DRAWN = 3000
const SEED = 20270527
const HALVINGS = 40
/** A bound is looked for so many spans away, to within such a part of one. */
const FAR = 4
const FINE = 1e-3
/** The seen split is found among the others in spite of rounding. */
const SAME = 1e-9

/**
 * Compares two groups by exchanging their units within strata: were the groups alike, any split of the units would be as likely as the
 * seen one (Fisher, 1935; stratified as by Mantel and Haenszel, 1959). Exact where there are at most 5,000 splits, else by 3,000 drawn with a
 * fixed seed. The interval holds those differences that such a test does not refuse.
 * @param alpha what counts as more than chance; smaller where many are compared at once
 * @throws RangeError for a unit without members
 */
export function compareUnits(
  first: readonly ComparedUnit[],
  second: readonly ComparedUnit[],
  alpha = LEVEL,
): Comparison {
  for (const { count } of [...first, ...second]) if (!(count > 0)) throw new RangeError('a unit has members')
  const strata = strataOf(first, second)
  const units: [number, number] = [0, 0]
  for (const s of strata) {
    units[0] += s.firsts
    units[1] += s.units.length - s.firsts
  }
  if (strata.length === 0)
    return { difference: 0, low: null, high: null, p: 1, leastP: 1, verdict: 'too few to tell', units }
  const splits = splitsOf(strata)
  const seen = differenceOf(strata, splits.seen, 0)
  const p = chanceOf(strata, splits, 0)
  const leastP = 1 / splits.of
  const bound = (side: 1 | -1) => (leastP >= alpha ? null : boundOf(strata, splits, seen, side, alpha))
  const verdict =
    leastP >= alpha
      ? 'too few to tell'
      : p < alpha
        ? 'more than chance'
        : p < PERHAPS
          ? 'perhaps'
          : 'chance will do'
  return { difference: seen, low: bound(-1), high: bound(1), p, leastP, verdict, units }
}

interface Stratum {
  /** Those of the first group come first. */
  units: ComparedUnit[]
  firsts: number
  /** Over all units; of how many members the first group really is. */
  sum: number
  count: number
  firstCount: number
}

/** Strata that both groups have something of. */
function strataOf(first: readonly ComparedUnit[], second: readonly ComparedUnit[]): Stratum[] {
  const names = [...new Set(first.map((u) => u.stratum))]
  return names.flatMap((name) => {
    const [a, b] = [first, second].map((g) => g.filter((u) => u.stratum === name))
    if (b!.length === 0) return []
    const units = [...a!, ...b!]
    const add = (of: readonly ComparedUnit[], part: 'sum' | 'count') => of.reduce((n, u) => n + u[part], 0)
    return [
      {
        ...{ units, firsts: a!.length, firstCount: add(a!, 'count') },
        ...{ sum: add(units, 'sum'), count: add(units, 'count') },
      },
    ]
  })
}

/** What one side of a split holds of a stratum: its sum, its members, and how many of those are really of the first group. */
interface Side {
  sum: number
  count: number
  firstCount: number
}

function sideOf({ units, firsts }: Stratum, chosen: readonly number[]): Side {
  const side = { sum: 0, count: 0, firstCount: 0 }
  for (const i of chosen) {
    const { sum, count } = units[i]!
    side.sum += sum
    side.count += count
    if (i < firsts) side.firstCount += count
  }
  return side
}

/** The difference for a split, with `shift` taken off each member of what is really the first group. */
function differenceOf(strata: readonly Stratum[], split: readonly Side[], shift: number): number {
  let [top, weight] = [0, 0]
  for (const [s, { sum, count, firstCount }] of strata.entries()) {
    const side = split[s]!
    const other = count - side.count
    const here = (side.sum - shift * side.firstCount) / side.count
    const there = (sum - side.sum - shift * (firstCount - side.firstCount)) / other
    const w = (side.count * other) / count
    top += w * (here - there)
    weight += w
  }
  return top / weight
}

interface Splits {
  seen: Side[]
  list: Side[][]
  /** How many there are, of which the list has all, or some drawn. */
  of: number
  all: boolean
}

function splitsOf(strata: readonly Stratum[]): Splits {
  const seen = strata.map((s) => sideOf(s, firstOf(s.firsts)))
  const of = strata.reduce((n, s) => n * choose(s.units.length, s.firsts), 1)
  if (of <= MOST_SPLITS) {
    let list: Side[][] = [[]]
    for (const stratum of strata) {
      const ways = subsets(stratum.units.length, stratum.firsts).map((way) => sideOf(stratum, way))
      list = list.flatMap((before) => ways.map((way) => [...before, way]))
    }
    return { seen, list, of, all: true }
  }
  const even = evenStream(SEED)
  const list = Array.from({ length: DRAWN }, () =>
    strata.map((s) => sideOf(s, draw(s.units.length, s.firsts, even))),
  )
  return { seen, list, of, all: false }
}

/** Share of the splits at least as far apart as the seen one, once so much is taken off the first group. */
function chanceOf(strata: readonly Stratum[], { seen, list, all }: Splits, shift: number): number {
  const apart = Math.abs(differenceOf(strata, seen, shift))
  const edge = apart - SAME * Math.max(1, apart)
  let further = 0
  for (const split of list) if (Math.abs(differenceOf(strata, split, shift)) >= edge) further++
  // The seen one is one of them, whether it was drawn or not.
  return all ? further / list.length : (further + 1) / (list.length + 1)
}

/** The furthest difference to one side that the test does not refuse. */
function boundOf(
  strata: readonly Stratum[],
  splits: Splits,
  from: number,
  side: 1 | -1,
  alpha: number,
): number | null {
  const values = strata.flatMap((s) => s.units.map((u) => u.sum / u.count))
  const span = Math.max(...values) - Math.min(...values)
  // Where nothing differs at all, nothing says how much might.
  if (span === 0) return null
  let [inside, outside] = [from, from + side * span * FAR]
  if (chanceOf(strata, splits, outside) >= alpha) return null
  for (let n = 0; n < HALVINGS && Math.abs(outside - inside) > span * FINE; n++) {
    const middle = (inside + outside) / 2
    if (chanceOf(strata, splits, middle) >= alpha) inside = middle
    else outside = middle
  }
  return (inside + outside) / 2
}

const firstOf = (count: number) => Array.from({ length: count }, (_, i) => i)

function choose(n: number, k: number): number {
  let ways = 1
  for (let i = 1; i <= k; i++) ways = (ways * (n - k + i)) / i
  return Math.round(ways)
}

function subsets(n: number, k: number, from = 0): number[][] {
  if (k === 0) return [[]]
  const found: number[][] = []
  for (let i = from; i <= n - k; i++) for (const rest of subsets(n, k - 1, i + 1)) found.push([i, ...rest])
  return found
}

function draw(n: number, k: number, even: () => number): number[] {
  const order = Array.from({ length: n }, (_, i) => i)
  for (let i = 0; i < k; i++) {
    const j = i + Math.floor(even() * (n - i))
    ;[order[i], order[j]] = [order[j]!, order[i]!]
  }
  return order.slice(0, k)
}

/**
 * What counts as more than chance when several are compared at once (Holm, 1979): the smallest p is held against the level divided by how many
 * there are, the next by one fewer, until one fails.
 * @returns of each p whether it holds
 */
export function holdTogether(ps: readonly number[], level = LEVEL): boolean[] {
  const order = ps.map((p, i) => ({ p, i })).sort((a, b) => a.p - b.p)
  const held = ps.map(() => false)
  for (const [n, { p, i }] of order.entries()) {
    if (p >= level / (ps.length - n)) break
    held[i] = true
  }
  return held
}
