import type { GrowingList, GrowingRow } from '@hatch-book/contract'
import {
  addDays,
  curveWeight,
  fitEach,
  middleDay,
  projectGrowth,
  siblingPercentile,
  weightsAtAge,
  type GrowthFit,
  type Projection,
  type WeightContext,
  type WeightsAtAge,
} from '@hatch-book/core'

const CONTEXTS: WeightContext[] = ['empty', 'fed', 'gravid', 'in shed']
/** Ages at which lines and seasons are compared, days. */
export const COMPARED_AT = [90, 180, 365, 730] as const
const CURVE_STEPS = 40

export interface GrownAnimal {
  id: string
  tag: string
  species: string
  line: string
  sex: GrowingRow['sex']
  season: string
  grams: number
  wantedGrams: number | null
  weighings: number
  /** When it reaches the weight wanted of a breeder; null when it never does, or has it. */
  reaches: Projection | null
  light: boolean
  pace: GrowingRow['pace']
  /** Per cent of its clutch mates, or else of its line and sex, that are lighter at its age. */
  percentile: number | null
  among: number
  outliers: { on: string; grams: number; off: number }[]
}

export interface GrownGroup {
  species: string
  line: string
  sex: GrowingRow['sex']
  season: string
  at: (WeightsAtAge | null)[]
}

export interface GrownCollection {
  animals: GrownAnimal[]
  /** By line and sex, all seasons together, and each season by itself. */
  lines: GrownGroup[]
  seasons: GrownGroup[]
  curves: {
    species: string
    line: string
    sex: GrowingRow['sex']
    animals: number
    points: { age: number; grams: number }[]
  }[]
}

const groupName = (a: GrowingRow) => [a.species, a.line || a.species, a.sex].join('|')

/** Fits the whole collection, and what follows from it: for a worker. */
export function fitAll(
  { animals, expectations }: GrowingList,
  report: (done: number) => void,
): GrownCollection {
  const fits = fitEach(
    animals.map((a) => ({
      id: a.id,
      points: a.weights.map(([ageDays, grams, mark]) => ({ ageDays, grams, context: CONTEXTS[mark] })),
      prior: expectations[a.expects]!,
    })),
    report,
  )
  const groups = new Map(animals.map((a) => [groupName(a), expectations[a.expects]!]))
  const fitted = animals.flatMap((a) => {
    const fit = fits.get(a.id)
    return fit ? [{ animal: a, fit, lastAgeDays: a.weights.at(-1)![0] }] : []
  })
  const byGroup = grouped(fitted, (f) => groupName(f.animal))
  const bySeason = grouped(fitted, (f) => `${groupName(f.animal)}|${f.animal.season}`)
  const byClutch = grouped(
    fitted.filter((f) => f.animal.clutchId),
    (f) => f.animal.clutchId!,
  )
  const oldest = new Map(
    [...byGroup].map(([name, all]) => [name, Math.max(...all.map((f) => f.lastAgeDays))]),
  )
  return {
    animals: fitted.map((f) =>
      grownAnimal(
        f,
        f.animal.clutchId ? byClutch.get(f.animal.clutchId)! : byGroup.get(groupName(f.animal))!,
      ),
    ),
    lines: [...byGroup].map(([name, all]) => grownGroup(name, '', all)),
    seasons: [...bySeason].map(([name, all]) => grownGroup(name, all[0]!.animal.season, all)),
    curves: [...groups].map(([name, prior]) => {
      const [species, line, sex] = name.split('|') as [string, string, GrowingRow['sex']]
      const to = Math.max(200, oldest.get(name) ?? 0)
      return {
        ...{ species, line, sex, animals: byGroup.get(name)?.length ?? 0 },
        points: Array.from({ length: CURVE_STEPS + 1 }, (_, i) => {
          const age = (to * i) / CURVE_STEPS
          return { age, grams: curveWeight({ model: 'gompertz', ...prior.curve }, age) }
        }),
      }
    }),
  }
}

function grouped<T>(all: readonly T[], nameOf: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>()
  for (const item of all) {
    const group = groups.get(nameOf(item))
    if (group) group.push(item)
    else groups.set(nameOf(item), [item])
  }
  return groups
}

interface Fitted {
  animal: GrowingRow
  fit: GrowthFit
  lastAgeDays: number
}

function grownAnimal({ animal, fit, lastAgeDays }: Fitted, mates: readonly Fitted[]): GrownAnimal {
  const { id, tag, species, line, sex, season, wantedGrams, pace, weights, hatched } = animal
  const grams = weights.at(-1)![1]
  const light = wantedGrams !== null && grams < wantedGrams
  const others = mates.filter((m) => m.animal.id !== id && m.animal.sex === sex)
  const born = middleDay(hatched)
  return {
    ...{
      id,
      tag,
      species,
      line: line || species,
      sex,
      season,
      grams,
      wantedGrams,
      pace,
      weighings: weights.length,
      light,
    },
    reaches: light ? projectGrowth(fit, hatched, wantedGrams) : null,
    percentile: siblingPercentile(
      curveWeight(fit.curve, lastAgeDays),
      others.map((m) => curveWeight(m.fit.curve, lastAgeDays)),
    ),
    among: others.length,
    outliers: fit.outliers
      .filter((o) => o.why === 'off the curve')
      .map((o) => ({ on: addDays(born, weights[o.index]![0]), grams: weights[o.index]![1], off: o.off })),
  }
}

function grownGroup(name: string, season: string, all: readonly Fitted[]): GrownGroup {
  const [species, line, sex] = name.split('|') as [string, string, GrowingRow['sex']]
  return { species, line, sex, season, at: COMPARED_AT.map((age) => weightsAtAge(all, age)) }
}
