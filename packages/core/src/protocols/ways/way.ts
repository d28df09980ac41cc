import type { BodyPlan } from '../../animals'
import type { ProtocolDocument } from '../document'
import type { FigureSetting } from '../limits'

/** A guess that follows from other figures, so that what a keeper does know narrows what they do not. */
export interface Derived {
  /** Keys of the figures it follows from. */
  of: readonly string[]
  by(...values: number[]): number
  /** Half of its range, as a share of it; null for a single figure. */
  spread: number | null
  /** What is guessed where those that it follows from are guesses themselves; without it, it follows from guesses too. */
  otherwise?: WayFigure
}

export type WayFigure = FigureSetting | Derived

export const isDerived = (figure: WayFigure): figure is Derived => 'by' in figure

/** What a keeper looks for a way of life under. */
export const GROUPS_OF_WAYS = [
  'Snakes and lizards',
  'Tortoises and turtles',
  'Frogs and salamanders',
  'Insects, spiders and other invertebrates',
  'Feeders and cultures',
] as const

/** How a kind of animal breeds, grows and is kept: every figure that it needs, as a wide guess. */
export interface WayOfLife {
  /** Stable, such as `egg-laying snake`. */
  code: string
  /** Of many, as one says where a guess comes from: `egg-laying snakes`. */
  plural: string
  /** What is so about them, in a line or two. */
  says: string
  group: (typeof GROUPS_OF_WAYS)[number]
  /** As what young or eggs come at one time. */
  brood: 'clutch' | 'litter' | 'sac'
  bodyPlan: BodyPlan
  keptAs: ProtocolDocument['keptAs']
  young: string
  figures: Readonly<Record<string, WayFigure>>
  /** What is asked of a new species, most telling first: at most twelve. */
  asks: readonly string[]
}

/** A guess with its range. */
export const guess = (value: number, low: number, high: number): FigureSetting => ({ value, low, high })
/** One figure, or words. */
export const just = (value: number | string): FigureSetting => ({ value, low: null, high: null })
/** So many times another figure. */
export const times = (of: string, factor: number, spread: number | null = null): Derived => ({
  of: [of],
  by: (value) => value * factor,
  spread,
})
/** So much more than another figure, or less. */
export const above = (of: string, more: number, spread: number | null = null): Derived => ({
  of: [of],
  by: (value) => value + more,
  spread,
})

/** The warm side of the grown: what the other temperatures of an animal's room follow from. */
export const WARM_SIDE = 'stage.warmC'
