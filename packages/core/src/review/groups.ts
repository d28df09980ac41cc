import { betaPriorOf, hatchRate } from '../incubation'
import { normalQuantile, wilsonInterval } from '../statistics'
import type { Measure, ReviewFact } from './measures'

/** What a group of units comes to: as counted, and as far as few can tell. */
export interface GroupFigure {
  units: number
  members: number
  /** Share or mean; null where there is nobody. */
  value: number | null
  /** 95 per cent; null where one unit says nothing of how far units lie apart. */
  low: number | null
  high: number | null
  /** Drawn towards the other groups as far as few units cannot tell. */
  expected: number | null
}

const Z = normalQuantile(0.975)

/**
 * Groups of one measure side by side. Shares: Wilson's interval of all members, and a beta prior from all groups (Kleinman, 1973).
 * Means: the interval by how far units lie apart, and means drawn together by the variance between groups (DerSimonian and Laird, 1986).
 */
export function groupFigures(
  measure: Pick<Measure, 'kind'>,
  groups: readonly (readonly ReviewFact[])[],
): GroupFigure[] {
  return measure.kind === 'share' ? shareFigures(groups) : meanFigures(groups)
}

const totalOf = (facts: readonly ReviewFact[]) => ({
  sum: facts.reduce((n, f) => n + f.sum, 0),
  count: facts.reduce((n, f) => n + f.count, 0),
})

function shareFigures(groups: readonly (readonly ReviewFact[])[]): GroupFigure[] {
  const counts = groups.map((g) => {
    const { sum, count } = totalOf(g)
    return { successes: sum, trials: count }
  })
  const prior = betaPriorOf(counts)
  return groups.map((g, i) => {
    const { successes, trials } = counts[i]!
    const seen = wilsonInterval(successes, trials)
    return {
      ...{ units: g.length, members: trials, value: seen?.share ?? null },
      ...{ low: seen?.low ?? null, high: seen?.high ?? null },
      expected: seen ? hatchRate(counts[i]!, prior).expected.share : null,
    }
  })
}

/** Mean over all members, and its variance by how far the units' own means lie from it. */
function meanOf(facts: readonly ReviewFact[]): { mean: number; variance: number | null } {
  const { sum, count } = totalOf(facts)
  const mean = sum / count
  if (facts.length < 2) return { mean, variance: null }
  const squares = facts.reduce((n, f) => n + (f.sum - f.count * mean) ** 2, 0)
  return { mean, variance: (squares / count ** 2) * (facts.length / (facts.length - 1)) }
}

function meanFigures(groups: readonly (readonly ReviewFact[])[]): GroupFigure[] {
  const means = groups.map((g) => (g.length > 0 ? meanOf(g) : null))
  const known = means.flatMap((m) => (m?.variance ? [{ mean: m.mean, variance: m.variance }] : []))
  const common = known.length > 1 ? betweenGroups(known) : null
  return groups.map((g, i) => {
    const m = means[i]
    const half = m?.variance == null ? null : Z * Math.sqrt(m.variance)
    const held = m?.variance && common ? common.between / (common.between + m.variance) : null
    return {
      ...{ units: g.length, members: totalOf(g).count, value: m?.mean ?? null },
      low: m && half !== null ? m.mean - half : null,
      high: m && half !== null ? m.mean + half : null,
      expected: !m ? null : common && held !== null ? common.mean + held * (m.mean - common.mean) : m.mean,
    }
  })
}

/** The variance that lies between groups, and their common mean, by moments (DerSimonian and Laird, 1986). */
function betweenGroups(groups: readonly { mean: number; variance: number }[]): {
  mean: number
  between: number
} {
  const weights = groups.map((g) => 1 / g.variance)
  const all = weights.reduce((a, b) => a + b, 0)
  const mean = groups.reduce((n, g, i) => n + weights[i]! * g.mean, 0) / all
  const spread = groups.reduce((n, g, i) => n + weights[i]! * (g.mean - mean) ** 2, 0)
  const scale = all - weights.reduce((n, w) => n + w * w, 0) / all
  const between = scale > 0 ? Math.max(0, (spread - (groups.length - 1)) / scale) : 0
  const held = groups.map((g) => 1 / (g.variance + between))
  const sum = held.reduce((a, b) => a + b, 0)
  return { mean: groups.reduce((n, g, i) => n + held[i]! * g.mean, 0) / sum, between }
}
