import { drawNormal, evenStream } from '@hatch-book/core/statistics'

/** A seeded source of chance: the same seed gives the same life. */
export interface Chance {
  /** In [0, 1). */
  next(): number
  between(low: number, high: number): number
  whole(low: number, high: number): number
  normal(mean: number, spread: number): number
  happens(probability: number): boolean
  pick<T>(of: readonly T[]): T
  /** A source of its own, so that one animal's luck does not shift another's. */
  branch(name: string): Chance
  id(at: number): string
}

export function chance(seed: number): Chance {
  const next = evenStream(seed)
  const self: Chance = {
    next,
    between: (low, high) => low + next() * (high - low),
    whole: (low, high) => low + Math.floor(next() * (high - low + 1)),
    normal: (mean, spread) => mean + spread * drawNormal(next),
    happens: (probability) => next() < probability,
    pick: (of) => of[Math.floor(next() * of.length)]!,
    branch: (name) =>
      chance([...name].reduce((h, c) => Math.imul(h ^ c.charCodeAt(0), 0x01000193), seed ^ 0x811c9dc5)),
    id: (at) => {
      const hex = (digits: number) =>
        Array.from({ length: digits }, () => Math.floor(next() * 16).toString(16)).join('')
      const time = Math.max(0, Math.floor(at)).toString(16).padStart(12, '0')
      return `${time.slice(0, 8)}-${time.slice(8)}-7${hex(3)}-${'89ab'[Math.floor(next() * 4)]}${hex(3)}-${hex(12)}`
    },
  }
  return self
}
