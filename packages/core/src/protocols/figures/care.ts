import { TIMES_OF_DAY } from '../../calendar'
import { LONGEST_CARE } from '../../care/names'
import type { FigureDeclaration } from './declare'

/** Each kind of care is settled by an entry of its own. */
export type CareKind = 'water' | 'mist' | 'clean' | 'food' | 'care'

/** What kinds of care there are, as a protocol says it. */
export const CARE_IN_WORDS: Readonly<Record<string, CareKind>> = {
  'fresh water': 'water',
  misting: 'mist',
  cleaning: 'clean',
  food: 'food',
  'other care': 'care',
}
/** In no stage: how a task of the way of life is put aside. */
export const IN_NO_STAGE = 'none'
/** Said of care that nobody misses while the keeper is away. */
export const MAY_BE_LEFT = 'may be left out'
export const EACH_ANIMAL = 'each animal'
export const ANY_TIME = 'any time'
export const IN_ALL_STAGES = 'all'
const [MORNING, EVENING, NIGHT] = TIMES_OF_DAY

/** Care that is repeated, beside water and misting, which stand with their stages. */
export const CARE_FIGURES = {
  'care.*.name': { label: 'Care task {n}', unit: 'words', line: LONGEST_CARE, why: 'say what is done' },
  'care.*.does': { label: '{name}: kind', unit: 'words', choices: Object.keys(CARE_IN_WORDS) },
  'care.*.everyDays': {
    label: '{name}: days between',
    unit: 'd',
    limits: [1 / 3, 4000],
    why: 'a third of a day means three times a day',
  },
  'care.*.at': {
    ...{ label: '{name}: times of day', unit: 'words' },
    choices: [
      ANY_TIME,
      MORNING,
      EVENING,
      NIGHT,
      `${MORNING}, ${EVENING}`,
      `${MORNING}, ${EVENING}, ${NIGHT}`,
    ],
  },
  'care.*.stages': {
    ...{ label: '{name}: only in stages', unit: 'words', pattern: /^(?:all|none|\d+(?:, ?\d+)*)$/ },
    why: 'stage numbers such as 1, 2, or all, or none',
  },
  'care.*.from': { label: '{name}: season begins', unit: 'words', dayOfYear: true },
  'care.*.to': { label: '{name}: season ends', unit: 'words', dayOfYear: true },
  'care.*.away': {
    ...{ label: '{name}: when nobody is here', unit: 'words' },
    choices: ['must be done', MAY_BE_LEFT],
  },
  'care.*.turns': { label: '{name}: rotation', unit: 'words' },
  'care.*.each': { label: '{name}: done for', unit: 'words', choices: ['each tub', EACH_ANIMAL] },
} as const satisfies Record<string, FigureDeclaration>
