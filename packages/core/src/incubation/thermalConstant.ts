import { CholeskyDecomposition, Matrix } from 'ml-matrix'

/** What is thought of a species' constant before this keeper's own clutches are counted. */
export interface ThermalPrior {
  /** °C·d from laying to hatching. */
  degreeDays: number
  /** Spread between clutches, as a share of the duration. */
  clutchSpread: number
  /** Spread between the eggs of one clutch, days. */
  eggSpreadDays: number
  /** How sure the constant is before anything was seen: one standard deviation as a share of it. */
  spread?: number | undefined
}

/** A clutch that hatched. */
export interface HatchRecord {
  line: string
  method: string
  /** °C·d added up from the middle of the laying window to the mean hatch. */
  degreeDays: number
  /** Days from the middle of the laying window to the mean hatch. */
  days: number
  /** Eggs that hatched. */
  eggs: number
  /** Sum of the squared distances of their hatches from the mean, days². */
  squaresDays: number
  /** Width of the laying window, days. */
  layingDays: number
}

export interface ThermalConstant {
  degreeDays: number
  /** One standard deviation as a share of it. */
  spread: number
  clutchSpread: number
  eggSpreadDays: number
  /** What it rests on: clutches of the species, and those of them of the line and of the method asked for. */
  clutches: number
  ofLine: number
  ofMethod: number
  /** How far this keeper's clutches took the constant from where it started, as a share of it. */
  moved: number
}

/** Keepers, lines and methods differ from each other by so much, as shares of the constant (one standard deviation). */
const KEEPERS = 0.04
const LINES = 0.015
const METHODS = 0.01
/** The protocol's spreads are believed as much as this many eggs or clutches would make one believe. */
const EGGS_BELIEVED = 8
const SPREAD_GRID = Array.from({ length: 13 }, (_, i) => 2 ** ((i - 6) / 3))
const SPREAD_BELIEF = 0.5

/**
 * The thermal constant of a species in this keeper's hands, for a line and a method: learned from clutches that hatched.
 *
 * Each clutch's log constant is the species', moved by its keeper, its line and its method (normal, each with its own spread)
 * and by the clutch itself. For each of a grid of clutch spreads the normal model is solved exactly (conjugate update in
 * information form); the grid is weighed by how well each explains the clutches (marginal likelihood times a log-normal
 * prior about the protocol's figure) and summed. The spread between eggs is learned by itself, from distances within
 * clutches (scaled inverse chi-square, conjugate).
 * @param of the clutch asked about; one of a new line or method gets what is known of the species
 * @throws RangeError when a record has no eggs, or a constant that is not positive
 */
export function updateThermalConstant(
  prior: ThermalPrior,
  records: readonly HatchRecord[],
  of: { line: string; method: string },
): ThermalConstant {
  for (const record of records)
    if (!(record.degreeDays > 0) || !(record.days > 0) || record.eggs < 1)
      throw new RangeError('a clutch that hatched has eggs, days and degree-days')
  const eggSpreadDays = learnedEggSpread(prior, records)
  const lines = [...new Set([...records.map((r) => r.line), of.line])]
  const methods = [...new Set([...records.map((r) => r.method), of.method])]
  const columns = 1 + lines.length + methods.length
  const design = (line: string, method: string) => [
    0,
    1 + lines.indexOf(line),
    1 + lines.length + methods.indexOf(method),
  ]
  const priorPrecision = [
    (prior.spread ?? KEEPERS) ** -2,
    ...lines.map(() => LINES ** -2),
    ...methods.map(() => METHODS ** -2),
  ]
  const asked = design(of.line, of.method)
  const cases = SPREAD_GRID.map((factor) => {
    const clutchSpread = prior.clutchSpread * factor
    const precision = Matrix.diag(priorPrecision)
    const weighed = Matrix.zeros(columns, 1)
    let log = -((Math.log(factor) / SPREAD_BELIEF) ** 2 / 2)
    let squares = 0
    for (const record of records) {
      const noise =
        clutchSpread ** 2 +
        (eggSpreadDays / record.days) ** 2 / record.eggs +
        (record.layingDays / record.days) ** 2 / 12
      const y = Math.log(record.degreeDays / prior.degreeDays)
      const at = design(record.line, record.method)
      for (const i of at) {
        weighed.set(i, 0, weighed.get(i, 0) + y / noise)
        for (const j of at) precision.set(i, j, precision.get(i, j) + 1 / noise)
      }
      squares += y ** 2 / noise
      log -= Math.log(noise) / 2
    }
    const cholesky = new CholeskyDecomposition(precision)
    const effects = cholesky.solve(weighed)
    const lower = cholesky.lowerTriangularMatrix
    for (let i = 0; i < columns; i++) log -= Math.log(lower.get(i, i))
    log += (weighed.transpose().mmul(effects).get(0, 0) - squares) / 2
    const unit = Matrix.zeros(columns, 1)
    for (const i of asked) unit.set(i, 0, 1)
    return {
      log,
      clutchSpread,
      mean: asked.reduce((sum, i) => sum + effects.get(i, 0), 0),
      variance: unit.transpose().mmul(cholesky.solve(unit)).get(0, 0),
    }
  })
  const top = Math.max(...cases.map((c) => c.log))
  const total = cases.reduce((sum, c) => sum + Math.exp(c.log - top), 0)
  const over = (what: (c: (typeof cases)[number]) => number) =>
    cases.reduce((sum, c) => sum + (Math.exp(c.log - top) / total) * what(c), 0)
  const mean = over((c) => c.mean)
  return {
    degreeDays: prior.degreeDays * Math.exp(mean),
    spread: Math.sqrt(over((c) => c.variance + (c.mean - mean) ** 2)),
    clutchSpread: Math.sqrt(over((c) => c.clutchSpread ** 2)),
    eggSpreadDays,
    clutches: records.length,
    ofLine: records.filter((r) => r.line === of.line).length,
    ofMethod: records.filter((r) => r.method === of.method).length,
    moved: Math.exp(mean) - 1,
  }
}

function learnedEggSpread({ eggSpreadDays }: ThermalPrior, records: readonly HatchRecord[]): number {
  const squares = records.reduce((sum, r) => sum + r.squaresDays, 0)
  const free = records.reduce((sum, r) => sum + r.eggs - 1, 0)
  return Math.sqrt((EGGS_BELIEVED * eggSpreadDays ** 2 + squares) / (EGGS_BELIEVED + free))
}
