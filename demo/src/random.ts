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
  let state = seed >>> 0
  // mulberry32 (T. Ettinger), and not the generator of the forecasts: another one is another life, and the scenario stands in this one.
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const self: Chance = {
    next,
    between: (low, high) => low + next() * (high - low),
    whole: (low, high) => low + Math.floor(next() * (high - low + 1)),
    normal: (mean, spread) =>
      mean + spread * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
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
