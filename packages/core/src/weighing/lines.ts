import { SIBLING_SPREAD, fitGrowth, type GrowthFit, type WeightAtAge } from './fit'
import { curveWeight, type GrowthCurve, type GrowthPrior } from './models'
import { medianOf, robustSpread } from './robust'

/** One animal of a collection whose growth is to be fitted. */
export interface GrowingAnimal {
  id: string
  /** Those who share a curve: a line and a sex. */
  group: string
  /** What the species grows like, for those of a group nobody knows yet. */
  species: GrowthCurve
  points: readonly WeightAtAge[]
}

export interface CollectionFit {
  fits: Map<string, GrowthFit>
  /** The curve of each group and how its animals spread round it, as the fits borrow from it. */
  groups: Map<string, GrowthPrior & { animals: number }>
}

/** So many animals does the species' curve count for in a group's. */
const SPECIES_COUNTS = 2
/** An animal speaks for its line once its curve rests on so many weighings. */
export const ENOUGH_POINTS = 6
/** So many animals speak for a line at the most: those weighed most often. */
export const MOST_SPEAKERS = 60
const LEAST_SPREAD = { A: 0.05, k: 0.05, Ti: 0.04 } as const

/** Animals of one line are not bound as tightly as siblings by a curve of the whole species. */
export function speciesPrior(curve: GrowthCurve): GrowthPrior {
  return {
    curve,
    spread: { A: 1.5 * SIBLING_SPREAD.A, k: 1.5 * SIBLING_SPREAD.k, Ti: 1.5 * SIBLING_SPREAD.Ti },
  }
}

/**
 * Fits every animal of a collection, those with few weights leaning on their line (two passes of empirical Bayes): first
 * each against its species, then each against what the well-known animals of its own group showed.
 * @param report told the share that is done, 0 to 1; whoever calls may stop the work by throwing in it
 */
export function fitCollection(
  animals: readonly GrowingAnimal[],
  report: (done: number) => void = () => undefined,
): CollectionFit {
  const alone = animals.map((a) => ({ ...a, prior: speciesPrior(a.species) }))
  const first = fitEach(alone, (done) => report(done / 2))
  const groups = groupPriors(animals, first)
  const leaning = animals.map((a) => ({ ...a, prior: groups.get(a.group)! }))
  return { fits: fitEach(leaning, (done) => report(0.5 + done / 2)), groups }
}

/**
 * Fits every animal against what is expected of its line.
 * @param report told the share that is done, 0 to 1; whoever calls may stop the work by throwing in it
 * @returns by id; one whose weights determine no curve has none
 */
export function fitEach(
  animals: readonly { id: string; points: readonly WeightAtAge[]; prior: GrowthPrior }[],
  report: (done: number) => void = () => undefined,
): Map<string, GrowthFit> {
  const fits = new Map<string, GrowthFit>()
  for (const [i, { id, points, prior }] of animals.entries()) {
    const fit = fitGrowth(points, { prior })
    if (fit) fits.set(id, fit)
    if ((i + 1) % 25 === 0 || i + 1 === animals.length) report((i + 1) / animals.length)
  }
  return fits
}

function groupPriors(
  animals: readonly GrowingAnimal[],
  fits: ReadonlyMap<string, GrowthFit>,
): CollectionFit['groups'] {
  const byGroup = new Map<string, GrowingAnimal[]>()
  for (const animal of animals) byGroup.set(animal.group, [...(byGroup.get(animal.group) ?? []), animal])
  return new Map(
    [...byGroup].map(([group, members]) => {
      const speakers = [...members]
        .sort((a, b) => b.points.length - a.points.length || (a.id < b.id ? -1 : 1))
        .slice(0, MOST_SPEAKERS)
      const known = speakers.flatMap((m) => fits.get(m.id) ?? [])
      return [group, linePrior(known, members[0]!.species)]
    }),
  )
}

/**
 * What is expected of an animal of a line: the middle of the curves of those who are well known, drawn to the species' curve
 * while they are few.
 * @param fits of the line's animals of one sex, each fitted against the species
 */
export function linePrior(
  fits: readonly Pick<GrowthFit, 'curve' | 'counted'>[],
  species: GrowthCurve,
): GrowthPrior & { animals: number } {
  const known = fits.filter((f) => f.counted >= ENOUGH_POINTS).map((f) => f.curve)
  return { ...pooled(known, species), animals: known.length }
}

function pooled(known: readonly GrowthCurve[], species: GrowthCurve): GrowthPrior {
  const start = speciesPrior(species)
  if (known.length === 0) return start
  const share = known.length / (known.length + SPECIES_COUNTS)
  const towards = (own: number, general: number) => share * own + (1 - share) * general
  const logs = (pick: (c: GrowthCurve) => number) => known.map((c) => Math.log(pick(c)))
  const own = {
    A: medianOf(logs((c) => c.A)),
    k: medianOf(logs((c) => c.k)),
    Ti: medianOf(known.map((c) => c.Ti)),
  }
  const spread = (values: readonly number[], centre: number, least: number, usual: number) =>
    Math.max(
      least,
      Math.sqrt(towards(known.length > 2 ? robustSpread(values, centre) ** 2 : usual ** 2, usual ** 2)),
    )
  const Ti = towards(own.Ti, species.Ti)
  return {
    curve: {
      A: Math.exp(towards(own.A, Math.log(species.A))),
      k: Math.exp(towards(own.k, Math.log(species.k))),
      Ti,
    },
    spread: {
      A: spread(
        logs((c) => c.A),
        own.A,
        LEAST_SPREAD.A,
        SIBLING_SPREAD.A,
      ),
      k: spread(
        logs((c) => c.k),
        own.k,
        LEAST_SPREAD.k,
        SIBLING_SPREAD.k,
      ),
      Ti: spread(
        known.map((c) => c.Ti / Math.max(1, Math.abs(Ti))),
        own.Ti / Math.max(1, Math.abs(Ti)),
        LEAST_SPREAD.Ti,
        SIBLING_SPREAD.Ti,
      ),
    },
  }
}

/** Middle and 90 per cent interval of what animals weigh at one age by their own curves. */
export interface WeightsAtAge {
  animals: number
  middle: number
  least: number
  most: number
}

/** Compares lines or seasons at one age: only animals whose weighings reach it count. Null when there are none. */
export function weightsAtAge(
  fits: readonly { fit: GrowthFit; lastAgeDays: number }[],
  ageDays: number,
): WeightsAtAge | null {
  const grams = fits
    .filter((f) => f.lastAgeDays >= ageDays)
    .map((f) => curveWeight(f.fit.curve, ageDays))
    .sort((a, b) => a - b)
  if (grams.length === 0) return null
  const at = (share: number) => {
    const place = share * (grams.length - 1)
    const low = Math.floor(place)
    const rest = place - low
    return grams[low]! * (1 - rest) + grams[Math.min(low + 1, grams.length - 1)]! * rest
  }
  return { animals: grams.length, middle: at(0.5), least: at(0.05), most: at(0.95) }
}
