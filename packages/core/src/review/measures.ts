/** A figure that seasons, lines or methods are held against each other by. */
export interface Measure {
  name: MeasureName
  /** A share of members, or a mean over them. */
  kind: 'share' | 'mean'
  /** As one says it in a sentence. */
  says: string
  unit: '' | 'g' | 'days' | 'eggs' | 'refusals' | 'money'
  /** Which way is wished for; null where neither is. */
  better: 'more' | 'less' | null
  /** What a unit is: those alike for reasons of their own. */
  of: 'clutch' | 'pairing' | 'rest' | 'animal'
}

export type MeasureName =
  | 'rest survived'
  | 'ready'
  | 'mated'
  | 'laid'
  | 'eggs'
  | 'fertility'
  | 'hatch rate'
  | 'mould'
  | 'died pipping'
  | 'days'
  | 'hatchling weight'
  | 'first meal'
  | 'refusals'
  | 'lost unfed'
  | 'lost fed'
  | 'raised'
  | 'growth'
  | 'females'
  | 'price'

export const MEASURES: readonly Measure[] = [
  {
    name: 'rest survived',
    kind: 'share',
    says: 'animals that came through the rest',
    unit: '',
    better: 'more',
    of: 'rest',
  },
  {
    name: 'ready',
    kind: 'share',
    says: 'females that were ready when first introduced',
    unit: '',
    better: 'more',
    of: 'pairing',
  },
  {
    name: 'mated',
    kind: 'share',
    says: 'pairs introduced that were seen mating',
    unit: '',
    better: 'more',
    of: 'pairing',
  },
  {
    name: 'laid',
    kind: 'share',
    says: 'pairs seen mating that laid',
    unit: '',
    better: 'more',
    of: 'pairing',
  },
  { name: 'eggs', kind: 'mean', says: 'eggs in a clutch', unit: 'eggs', better: null, of: 'clutch' },
  {
    name: 'fertility',
    kind: 'share',
    says: 'eggs that were fertile',
    unit: '',
    better: 'more',
    of: 'clutch',
  },
  { name: 'mould', kind: 'share', says: 'fertile eggs that moulded', unit: '', better: 'less', of: 'clutch' },
  {
    name: 'died pipping',
    kind: 'share',
    says: 'fertile eggs that pipped and died',
    unit: '',
    better: 'less',
    of: 'clutch',
  },
  {
    name: 'hatch rate',
    kind: 'share',
    says: 'fertile eggs that hatched',
    unit: '',
    better: 'more',
    of: 'clutch',
  },
  {
    name: 'days',
    kind: 'mean',
    says: 'days from laying to hatching',
    unit: 'days',
    better: null,
    of: 'clutch',
  },
  {
    name: 'hatchling weight',
    kind: 'mean',
    says: 'weight in the first week',
    unit: 'g',
    better: 'more',
    of: 'clutch',
  },
  {
    name: 'first meal',
    kind: 'share',
    says: 'young that had eaten within 30 days',
    unit: '',
    better: 'more',
    of: 'clutch',
  },
  {
    name: 'refusals',
    kind: 'mean',
    says: 'refusals before the first meal',
    unit: 'refusals',
    better: 'less',
    of: 'clutch',
  },
  {
    name: 'lost unfed',
    kind: 'share',
    says: 'young lost before their first meal',
    unit: '',
    better: 'less',
    of: 'clutch',
  },
  {
    name: 'lost fed',
    kind: 'share',
    says: 'young that ate and were lost within 90 days',
    unit: '',
    better: 'less',
    of: 'clutch',
  },
  {
    name: 'raised',
    kind: 'share',
    says: 'young alive after 90 days',
    unit: '',
    better: 'more',
    of: 'clutch',
  },
  {
    name: 'growth',
    kind: 'mean',
    says: 'gain from the first week to the 90th day',
    unit: 'g',
    better: 'more',
    of: 'clutch',
  },
  { name: 'females', kind: 'share', says: 'young that are female', unit: '', better: null, of: 'clutch' },
  {
    name: 'price',
    kind: 'mean',
    says: 'price of one that was sold',
    unit: 'money',
    better: 'more',
    of: 'clutch',
  },
]

export const DIMENSIONS = ['species', 'line', 'pair', 'method', 'incubator', 'box', 'helper'] as const
export type Dimension = (typeof DIMENSIONS)[number]

/** What one unit says of one measure, and where it belongs. */
export interface ReviewFact {
  measure: MeasureName
  /** The year in which its season ends. */
  season: number
  /** Who says so: a clutch, a pairing, a rest. */
  unit: string
  /** Its name, and the page with the entries behind it. */
  name: string
  opens: { room: 'animals' | 'pairing' | 'incubation' | 'rest'; id: string }
  /** What it is of; who is of none belongs to none of a dimension's groups. */
  is: Partial<Record<Dimension, string>>
  sum: number
  count: number
}
