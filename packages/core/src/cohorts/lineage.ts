/** Generations from the wild, at least and at most. */
export interface Generations {
  least: number
  most: number
}
export type LineShares = { line: string; share: number }[]

/** The generation of young: one more than the nearest and the farthest of their parents. */
export const generationOfYoung = (parents: readonly (Generations | null)[]): Generations | null =>
  parents.length === 0 || parents.some((p) => p === null)
    ? null
    : {
        least: 1 + Math.min(...parents.map((p) => p!.least)),
        most: 1 + Math.max(...parents.map((p) => p!.most)),
      }

/** Generations of two cohorts put together. */
export const generationMixed = (a: Generations | null, b: Generations | null): Generations | null =>
  a && b ? { least: Math.min(a.least, b.least), most: Math.max(a.most, b.most) } : null

/** As keepers write it: F1 for young of wild parents, `wild` for 0, a span where they are mixed. */
export function sayGeneration(generation: Generations | null): string {
  if (!generation) return 'generation unknown'
  const { least, most } = generation
  const name = (n: number) => (n === 0 ? 'wild' : `F${n}`)
  return least === most ? name(least) : `${name(least)} to ${name(most)}`
}

/**
 * Shares of lines when cohorts are put together, by how many come from each.
 * @throws RangeError where nobody comes
 */
export function mixLines(parts: readonly { lines: LineShares; count: number }[]): LineShares {
  const all = parts.reduce((sum, p) => sum + p.count, 0)
  if (!(all > 0)) throw new RangeError('nobody is mixed with nobody')
  const shares = new Map<string, number>()
  for (const { lines, count } of parts)
    for (const { line, share } of lines) shares.set(line, (shares.get(line) ?? 0) + (share * count) / all)
  return [...shares].map(([line, share]) => ({ line, share })).sort((a, b) => b.share - a.share)
}
