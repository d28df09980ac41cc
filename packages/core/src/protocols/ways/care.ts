import { EACH_ANIMAL } from '../figures'
import { guess, just, type WayFigure, type WayOfLife } from './way'

type Every = readonly [days: number, least: number, most: number]

interface TaskOf {
  /** As it stands on a card: `bath`; of food, what is given. */
  name: string
  does?: 'fresh water' | 'food'
  every: Every
  /** Numbers of the stages in which it is done; all, where none are named. */
  in?: readonly number[]
  each?: typeof EACH_ANIMAL
}

interface CareOfWay {
  /** In every stage for which nothing is said yet. */
  water?: Every
  mist?: Every
  tasks?: readonly TaskOf[]
}

/** What is repeated for each kind of animal, wide: a keeper's room and season settle the rest. */
const CARE: Readonly<Record<string, CareOfWay>> = {
  'egg-laying snake': { water: [3, 1, 7] },
  'live-bearing snake': { water: [3, 1, 7] },
  'small lizard laying two eggs': { water: [2, 1, 4] },
  'lizard with buried clutches': { water: [1, 1, 3] },
  'live-bearing lizard': { water: [1, 1, 3] },
  'large seasonal lizard': { water: [1, 1, 3] },
  'cool-forest climbing lizard': { water: [1, 1, 3] },
  tortoise: {
    water: [1, 1, 2],
    tasks: [{ name: 'bath', every: [3, 2, 7], in: [1, 2, 3], each: EACH_ANIMAL }],
  },
  'semi-aquatic turtle': { tasks: [{ name: 'filter check', every: [7, 3, 14] }] },
  'frog with free tadpoles': { water: [2, 1, 4] },
  'frog with tadpoles reared singly': { water: [2, 1, 4] },
  'salamander with water larvae': { water: [3, 1, 5] },
  'salamander without larvae': { water: [3, 1, 5] },
  scorpion: { water: [5, 3, 10] },
  spider: { water: [5, 3, 10] },
  mantis: { mist: [2, 1, 3] },
  'stick or leaf insect': { mist: [1, 1, 2] },
  'millipede or snail': { mist: [2, 1, 4] },
  'dormant-egg crustacean': {
    tasks: [{ name: 'change part of the water', does: 'fresh water', every: [5, 3, 10] }],
  },
  'roach colony': {
    tasks: [
      { name: 'chow and fresh vegetables', does: 'food', every: [3, 2, 5] },
      { name: 'give fresh water', does: 'fresh water', every: [3, 2, 5] },
    ],
  },
  'cricket or locust colony': {
    tasks: [
      { name: 'chow and fresh greens', does: 'food', every: [2, 1, 3] },
      { name: 'give fresh water', does: 'fresh water', every: [1, 1, 2] },
    ],
  },
  'beetle larvae colony': { tasks: [{ name: 'fresh vegetables', does: 'food', every: [3, 2, 5] }] },
  'rodent colony': {
    tasks: [
      { name: 'chow', does: 'food', every: [1, 1, 2] },
      { name: 'give fresh water', does: 'fresh water', every: [1, 1, 1] },
    ],
  },
}

/** A way of life with the care that its kind asks for, where its figures say none. */
export function withCare(way: WayOfLife): WayOfLife {
  const { water, mist, tasks = [] } = CARE[way.code] ?? {}
  const figures: Record<string, WayFigure> = { ...way.figures }
  for (let n = 1; figures[`stage.${n}.name`]; n++) {
    if (water) figures[`stage.${n}.waterDays`] ??= guess(...water)
    if (mist) figures[`stage.${n}.mistDays`] ??= guess(...mist)
  }
  tasks.forEach(({ name, does, every, in: stages, each }, i) => {
    const set = (key: string, figure: WayFigure) => (figures[`care.${i + 1}.${key}`] = figure)
    set('name', just(name))
    set('does', just(does ?? 'other care'))
    set('everyDays', guess(...every))
    if (stages) set('stages', just(stages.join(', ')))
    if (each) set('each', just(each))
  })
  return { ...way, figures }
}
