import { compareUnits, holdTogether, type Comparison, type ComparedUnit } from './compare'
import { groupFigures, type GroupFigure } from './groups'
import { MEASURES, type Dimension, type Measure, type ReviewFact } from './measures'

/** One measure in two seasons. */
export interface SeasonCompared {
  measure: Measure
  now: GroupFigure
  before: GroupFigure
  comparison: Comparison
  /** More than chance even though so many measures were looked at. */
  holds: boolean
  facts: { now: ReviewFact[]; before: ReviewFact[] }
}

/** Something that was done otherwise than in the season before, and what it goes with. */
export interface Change {
  dimension: 'method' | 'incubator'
  /** Of which it was changed. */
  species: string[]
  from: string
  to: string
  /** Clutches of those species in either season: so many of all had what is changed to. */
  before: { with: number; of: number }
  now: { with: number; of: number }
  /** Measures of those with it against those with what was there before, the surest first. */
  effects: {
    measure: Measure
    with: GroupFigure
    without: GroupFigure
    comparison: Comparison
    holds: boolean
    /** No season has both: what else was different between the seasons may be the reason. */
    tiedToSeason: boolean
  }[]
}

export interface SeasonReview {
  season: number
  against: number
  measures: SeasonCompared[]
  changes: Change[]
}

const unitOf = (fact: ReviewFact, stratum: string): ComparedUnit => ({
  stratum,
  sum: fact.sum,
  count: fact.count,
})
const speciesOf = (fact: ReviewFact) => fact.is.species ?? ''
/** Something is changed when what most clutches had before most no longer have. */
const MOST = 0.5

/**
 * A season against another: each measure, species by species, with whether the difference is more than chance; and what was done
 * otherwise, with what that goes with. Measures without facts in either season are left out.
 */
export function reviewSeasons(all: readonly ReviewFact[], season: number, against: number): SeasonReview {
  const facts = wholeUnits(all)
  const measures = MEASURES.flatMap((measure) => {
    const own = facts.filter((f) => f.measure === measure.name && f.count > 0)
    const now = own.filter((f) => f.season === season)
    const before = own.filter((f) => f.season === against)
    if (now.length + before.length === 0) return []
    // What has its like in the other season: a season with more of a large species is not a better one.
    const [nowFigure, beforeFigure] = groupFigures(measure, comparable(now, before))
    const asUnits = (group: readonly ReviewFact[]) => group.map((f) => unitOf(f, speciesOf(f)))
    const comparison = compareUnits(asUnits(now), asUnits(before))
    return [{ measure, now: nowFigure!, before: beforeFigure!, comparison, facts: { now, before } }]
  })
  const holds = holdTogether(measures.map((m) => m.comparison.p))
  return {
    ...{ season, against },
    measures: measures.map((m, i) => ({ ...m, holds: holds[i]! })),
    changes: (['method', 'incubator'] as const).flatMap((dimension) =>
      changesOf(facts, season, against, dimension),
    ),
  }
}

/** A unit that several helpers say something of is one unit all the same. */
function wholeUnits(facts: readonly ReviewFact[]): ReviewFact[] {
  const whole = new Map<string, ReviewFact>()
  for (const fact of facts) {
    const key = `${fact.measure} ${fact.unit}`
    const had = whole.get(key)
    whole.set(key, had ? { ...had, sum: had.sum + fact.sum, count: had.count + fact.count } : fact)
  }
  return [...whole.values()]
}

/** The commonest of a dimension among clutches, and how many have it. */
function commonest(clutches: readonly ReviewFact[], dimension: Dimension): string | null {
  const counts = new Map<string, number>()
  for (const { is } of clutches) {
    const name = is[dimension]
    if (name) counts.set(name, (counts.get(name) ?? 0) + 1)
  }
  const first = [...counts].sort((a, b) => b[1] - a[1])[0]
  return first && first[1] > clutches.length * MOST ? first[0] : null
}

function changesOf(
  facts: readonly ReviewFact[],
  season: number,
  against: number,
  dimension: 'method' | 'incubator',
): Change[] {
  const laid = facts.filter((f) => f.measure === 'eggs')
  const of = (year: number, name: string) => laid.filter((f) => f.season === year && speciesOf(f) === name)
  const changed = new Map<string, { from: string; to: string; species: string[] }>()
  for (const name of new Set(laid.map(speciesOf))) {
    const [to, from] = [commonest(of(season, name), dimension), commonest(of(against, name), dimension)]
    if (!to || !from || to === from) continue
    const key = `${from}\n${to}`
    changed.set(key, { from, to, species: [...(changed.get(key)?.species ?? []), name] })
  }
  return [...changed.values()].map(({ from, to, species }) => {
    const having = (year: number) => {
      const clutches = species.flatMap((name) => of(year, name))
      return { with: clutches.filter((f) => f.is[dimension] === to).length, of: clutches.length }
    }
    const own = facts.filter(
      (f) => species.includes(speciesOf(f)) && (f.season === season || f.season === against) && f.count > 0,
    )
    return {
      ...{ dimension, species, from, to, now: having(season), before: having(against) },
      effects: effectsOf(own, dimension, to, from),
    }
  })
}

/** Of two groups those units that have their like in the other, of one species; all of them where none has. */
function comparable(
  first: readonly ReviewFact[],
  second: readonly ReviewFact[],
): [readonly ReviewFact[], readonly ReviewFact[]] {
  const species = new Set(second.map(speciesOf))
  const both = first.filter((f) => species.has(speciesOf(f)))
  if (both.length === 0) return [first, second]
  const shared = new Set(both.map(speciesOf))
  return [both, second.filter((f) => shared.has(speciesOf(f)))]
}

function effectsOf(
  facts: readonly ReviewFact[],
  dimension: Dimension,
  to: string,
  from: string,
): Change['effects'] {
  const effects = MEASURES.filter((m) => m.of === 'clutch').flatMap((measure) => {
    const own = facts.filter((f) => f.measure === measure.name)
    const [having, lacking] = [to, from].map((name) => own.filter((f) => f.is[dimension] === name))
    if (having!.length === 0 || lacking!.length === 0) return []
    // Within a season is better told apart than between two; where no season has both there is nothing else.
    const within = compareUnits(
      having!.map((f) => unitOf(f, `${speciesOf(f)} ${f.season}`)),
      lacking!.map((f) => unitOf(f, `${speciesOf(f)} ${f.season}`)),
    )
    const tiedToSeason = within.verdict === 'too few to tell'
    const comparison = tiedToSeason
      ? compareUnits(
          having!.map((f) => unitOf(f, speciesOf(f))),
          lacking!.map((f) => unitOf(f, speciesOf(f))),
        )
      : within
    const [withFigure, withoutFigure] = groupFigures(measure, comparable(having!, lacking!))
    return [{ measure, with: withFigure!, without: withoutFigure!, comparison, tiedToSeason }]
  })
  const holds = holdTogether(effects.map((e) => e.comparison.p))
  return effects.map((e, i) => ({ ...e, holds: holds[i]! })).sort((a, b) => a.comparison.p - b.comparison.p)
}

/** One measure by the groups of a dimension, the seasons together, the largest group first. */
export function reviewBy(
  facts: readonly ReviewFact[],
  measure: Measure,
  dimension: Dimension,
): { name: string; figure: GroupFigure; facts: ReviewFact[] }[] {
  const groups = new Map<string, ReviewFact[]>()
  for (const fact of dimension === 'helper' ? facts : wholeUnits(facts)) {
    const name = fact.is[dimension]
    if (fact.measure !== measure.name || !name || !(fact.count > 0)) continue
    groups.set(name, [...(groups.get(name) ?? []), fact])
  }
  const inOrder = [...groups].sort((a, b) => b[1].length - a[1].length || (a[0] < b[0] ? -1 : 1))
  const figures = groupFigures(
    measure,
    inOrder.map(([, own]) => own),
  )
  return inOrder.map(([name, own], i) => ({ name, figure: figures[i]!, facts: own }))
}

/** The season that a day belongs to: the year in which it ends. It begins with the first day of a month, of 1 to 12. */
export const seasonOf = (day: string, beginsInMonth: number): number => {
  const [year, month] = [Number(day.slice(0, 4)), Number(day.slice(5, 7))]
  return beginsInMonth > 1 && month >= beginsInMonth ? year + 1 : year
}
