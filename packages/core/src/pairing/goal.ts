import type { Beliefs, GeneSet, Wanted, WantedCase } from '../genetics'
import type { PedigreeAnimal } from '../pedigree'

/** What a line is for. */
export interface LineGoal {
  wanted: Wanted
  /** How many such animals. */
  number: number
  /** No young, on the way or at the end, more inbred than this. */
  mostInbreeding: number
  /** Within so many seasons. */
  years: number
  /** Young that can be held back at the same time. */
  tubs: number
}

/** An animal one has. */
export interface GoalAnimal {
  id: string
  tag: string
  sex: 'female' | 'male'
  beliefs: Beliefs
  /** Seasons until it can breed; 0 for now. */
  readyIn: number
}

export interface GoalFigures {
  /** Young that a pair raises in a season. */
  youngASeason: number
  /** Seasons from hatching to breeding. */
  seasonsToBreed: number
}

export interface GoalProblem {
  genes: GeneSet
  animals: readonly GoalAnimal[]
  pedigree: readonly PedigreeAnimal[]
  goal: LineGoal
  figures: GoalFigures
}

/** A parent in a plan: an animal one has, or one held back from an earlier cross of the plan. */
export type PlanParent = { animal: string; tag: string } | { step: number; looks: string }

export interface GenerationStep {
  /** Season, counted from this one as 0, and how many seasons in a row the cross is made. */
  season: number
  seasons: number
  dam: PlanParent
  sire: PlanParent
  /** Share of young that look as wanted here. */
  share: number
  expected: number
  /** What is held back, or reached: how it looks, how many, and what it may carry unseen. */
  hold: {
    looks: string
    number: number
    /** A female and a male of them are wanted, for each other. */
    both: boolean
    carries: { trait: string; chance: number }[]
    /** The share that looks so, apart by what the parents may truly be. */
    cases: WantedCase[]
  }
  /** Chance to get them from those seasons. */
  chance: number
  /** Inbreeding of the young. */
  inbreeding: number
}

export interface GenerationPlan {
  steps: GenerationStep[]
  /** Season in which the goal hatches. */
  season: number
  /** Chance that all of it comes about as planned. */
  chance: number
  /** Chance and number of the wanted ones at the end of each season of the last cross, up to the horizon. */
  bySeason: { season: number; chance: number; expected: number }[]
  /** Of the animals wanted, not only of the way there. */
  inbreeding: number
  /** Tubs taken by young held back, times seasons. */
  tubSeasons: number
  /** What it costs against the first plan, in words; empty for the first. */
  against: string
}

export const wordsOfWish = ({ traits, sex }: Wanted) =>
  [
    sex,
    ...traits.map((t) =>
      t.as === 'shows' ? t.trait : t.as === 'two copies' ? `two copies of ${t.trait}` : `${t.as} ${t.trait}`,
    ),
  ]
    .filter(Boolean)
    .join(', ')
