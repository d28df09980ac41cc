import { chance as drawn } from '../../../demo/src/random'

/** Luck that comes out the same each time, so that what was found can be found again. */
export function luck(seed: number) {
  const source = drawn(seed)
  const below = (n: number) => source.whole(0, n - 1)
  return {
    below,
    happens: (p: number) => source.happens(p),
    of: <T>(all: readonly T[]): T => all[below(all.length)]!,
    bytes: (n: number) => Buffer.from(Array.from({ length: n }, () => below(256))),
  }
}
export type Chance = ReturnType<typeof luck>
