import { TIMES_OF_DAY } from '../../calendar'
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
/** Said of care that nobody misses while the keeper is away. */
export const MAY_BE_LEFT = 'may be left out'
export const EACH_ANIMAL = 'each animal'
const [MORNING, EVENING, NIGHT] = TIMES_OF_DAY

/** Care that is repeated, beside water and misting, which stand with their stages. */
export const CARE_FIGURES = {
  'care.*.name': { label: 'Care task {n}', unit: 'words', notBlank: true },
  'care.*.does': { label: '{name}: kind', unit: 'words', choices: Object.keys(CARE_IN_WORDS) },
  'care.*.everyDays': { label: '{name}: days between', unit: 'd', limits: [0.2, 4000] },
  'care.*.at': {
    ...{ label: '{name}: times of day', unit: 'words' },
    choices: [MORNING, EVENING, NIGHT, `${MORNING}, ${EVENING}`, `${MORNING}, ${EVENING}, ${NIGHT}`],
  },
  'care.*.stages': { label: '{name}: only in stages', unit: 'words' },
  'care.*.from': { label: '{name}: season begins', unit: 'words', dayOfYear: true },
  'care.*.to': { label: '{name}: season ends', unit: 'words', dayOfYear: true },
  'care.*.away': {
    ...{ label: '{name}: when nobody is here', unit: 'words' },
    choices: ['must be done', MAY_BE_LEFT],
  },
  'care.*.turns': { label: '{name}: rotation', unit: 'words' },
  'care.*.each': { label: '{name}: done for', unit: 'words', choices: ['each tub', EACH_ANIMAL] },
} as const satisfies Record<string, FigureDeclaration>
