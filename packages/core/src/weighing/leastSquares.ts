import { LuDecomposition, Matrix } from 'ml-matrix'

/**
 * Residual number `index` at given parameters; its slope by each parameter is written into `slopes`.
 * Weights are already in both.
 */
export type Residual = (at: readonly number[], index: number, slopes: Float64Array) => number

export interface Minimum {
  at: number[]
  /** Sum of the squared residuals. */
  squares: number
  /** JᵀJ at the minimum: its inverse times the variance is the covariance of the parameters. */
  curvature: number[][]
}

const MOST_STEPS = 60
const ENOUGH = 1e-11

/**
 * Minimises a sum of squared residuals by Levenberg's and Marquardt's damping (Marquardt 1963, with the diagonal scaled).
 * @param residual the residuals by number, so that nothing is allocated in the loop
 * @param count how many there are
 * @param start first guess; parameters are free, so pass logarithms of what must stay positive
 */
export function leastSquares(residual: Residual, count: number, start: readonly number[]): Minimum {
  let at = [...start]
  let here = normalEquations(residual, count, at)
  let damping = 1e-3
  for (let step = 0; step < MOST_STEPS; step++) {
    const damped = here.curvature.map((row, i) =>
      row.map((c, j) => (i === j ? c * (1 + damping) + 1e-14 : c)),
    )
    const move = solve(damped, here.descent)
    if (!move) break
    const next = at.map((a, i) => a + move[i]!)
    const there = normalEquations(residual, count, next)
    if (Number.isFinite(there.squares) && there.squares <= here.squares) {
      const gained = here.squares - there.squares
      at = next
      here = there
      damping = Math.max(1e-12, damping / 5)
      if (gained <= ENOUGH * (here.squares + ENOUGH)) break
    } else {
      damping *= 4
      if (damping > 1e12) break
    }
  }
  return { at, squares: here.squares, curvature: here.curvature }
}

function normalEquations(residual: Residual, count: number, at: readonly number[]) {
  const size = at.length
  const slopes = new Float64Array(size)
  const curvature = Array.from({ length: size }, () => new Array<number>(size).fill(0))
  const descent = new Array<number>(size).fill(0)
  let squares = 0
  for (let index = 0; index < count; index++) {
    const value = residual(at, index, slopes)
    squares += value * value
    for (let i = 0; i < size; i++) {
      const slope = slopes[i]!
      descent[i]! -= slope * value
      const row = curvature[i]!
      for (let j = 0; j < size; j++) row[j]! += slope * slopes[j]!
    }
  }
  return { squares, curvature, descent }
}

/** Solves a small square system; null when it has no single solution. */
export function solve(matrix: readonly (readonly number[])[], right: readonly number[]): number[] | null {
  return solved(matrix, Matrix.columnVector([...right]))?.to1DArray() ?? null
}

/** Inverse of a small matrix, or null when it has none. */
export function invert(matrix: readonly (readonly number[])[]): number[][] | null {
  return solved(matrix, Matrix.eye(matrix.length))?.to2DArray() ?? null
}

function solved(matrix: readonly (readonly number[])[], right: Matrix): Matrix | null {
  const factors = new LuDecomposition(matrix.map((row) => [...row]))
  if (factors.isSingular()) return null
  const solution = factors.solve(right)
  return solution.to1DArray().every(Number.isFinite) ? solution : null
}
