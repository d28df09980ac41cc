import { betaQuantile, logChoose } from '../statistics'

/** One animal's end of a rest. */
export interface RestOutcome {
  season: string
  /** What it is compared by: the bedding, the kind of unit. */
  group: string
  outcome: 'came through' | 'woken early' | 'died' | 'still resting'
}

export interface Survival {
  name: string
  wentIn: number
  /** Came out alive, early or in time. */
  cameOut: number
  wokenEarly: number
  died: number
  stillResting: number
  /** Share of those whose rest has ended that came out alive, with its exact 95 % interval. */
  share: number
  low: number
  high: number
}

export interface SeasonSurvival {
  seasons: Survival[]
  groups: Survival[]
  /** Whether the last season differs from those before by more than chance: Fisher's exact test, two-sided. */
  againstEarlier: number | null
  /** The same between the two largest groups. */
  betweenGroups: { names: [string, string]; p: number } | null
}

/**
 * Who came through, by season and by group, with exact intervals.
 *
 * Intervals are Clopper and Pearson's (1934): they hold at least 95 % whatever the true share. Differences are judged by
 * Fisher's exact test, two-sided by the sum of the tables no likelier than the one seen. Animals still resting are counted
 * but judged by nobody yet.
 */
export function seasonSurvival(outcomes: readonly RestOutcome[]): SeasonSurvival {
  const seasons = tally(outcomes, (o) => o.season)
  const groups = tally(outcomes, (o) => o.group).sort((a, b) => b.wentIn - a.wentIn)
  const last = seasons.at(-1)
  const earlier = seasons.slice(0, -1)
  const sum = (of: (s: Survival) => number) => earlier.reduce((n, s) => n + of(s), 0)
  const [a, b] = groups
  return {
    seasons,
    groups,
    againstEarlier:
      last && sum((s) => s.cameOut + s.died) > 0 && last.cameOut + last.died > 0
        ? fisherExact(
            last.cameOut,
            last.died,
            sum((s) => s.cameOut),
            sum((s) => s.died),
          )
        : null,
    betweenGroups:
      a && b && a.cameOut + a.died > 0 && b.cameOut + b.died > 0
        ? { names: [a.name, b.name], p: fisherExact(a.cameOut, a.died, b.cameOut, b.died) }
        : null,
  }
}

function tally(outcomes: readonly RestOutcome[], by: (o: RestOutcome) => string): Survival[] {
  const counts = new Map<string, Record<RestOutcome['outcome'], number>>()
  for (const o of outcomes) {
    const of = counts.get(by(o)) ?? { 'came through': 0, 'woken early': 0, died: 0, 'still resting': 0 }
    of[o.outcome] += 1
    counts.set(by(o), of)
  }
  return [...counts]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, of]) => {
      const wokenEarly = of['woken early']
      const cameOut = of['came through'] + wokenEarly
      return {
        name,
        wentIn: cameOut + of.died + of['still resting'],
        ...{ cameOut, wokenEarly, died: of.died, stillResting: of['still resting'] },
        ...shareInterval(cameOut, cameOut + of.died),
      }
    })
}

const CONFIDENCE = 0.95

/**
 * A share with its exact interval (Clopper and Pearson 1934): the shares under which what was seen, or more (or less), has a
 * chance of 2.5 %.
 * @param hits whole, 0 to `of`
 */
export function shareInterval(hits: number, of: number): { share: number; low: number; high: number } {
  if (of === 0) return { share: 0, low: 0, high: 1 }
  const tail = (1 - CONFIDENCE) / 2
  // The tails of the binomial are those of a beta distribution.
  return {
    share: hits / of,
    low: hits === 0 ? 0 : betaQuantile(tail, hits, of - hits + 1),
    high: hits === of ? 1 : betaQuantile(1 - tail, hits + 1, of - hits),
  }
}

/**
 * Fisher's exact test of a table of two by two, two-sided: the chance, margins given, of a table no likelier than this one.
 */
export function fisherExact(a: number, b: number, c: number, d: number): number {
  const [rowA, hits, all] = [a + b, a + c, a + b + c + d]
  const chance = (x: number) =>
    Math.exp(logChoose(hits, x) + logChoose(all - hits, rowA - x) - logChoose(all, rowA))
  const seen = chance(a)
  let sum = 0
  for (let x = Math.max(0, rowA - (all - hits)); x <= Math.min(rowA, hits); x++) {
    const p = chance(x)
    if (p <= seen * (1 + 1e-9)) sum += p
  }
  return Math.min(1, sum)
}
