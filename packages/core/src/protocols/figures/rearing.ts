import { LONGEST_CHECK } from '../../checks/names'
import { BODY_SIZES, bodySizes } from '../../weighing/sizes'
import type { FigureDeclaration } from './declare'

/** Longest name of a stage: the log names it. */
const LONGEST_NAME = 60
/** Whether all of a gate's evidence is wanted, or any one piece of it is enough. */
export const ALL_OF_IT = 'all of these'
export const ANY_OF_IT = 'any of these'
/** Whether a gate asks for what cannot be counted. */
export const ASKED = 'asked'
export const NOT_ASKED = 'not asked'
/** No check is asked for. */
export const NO_CHECK = 'none'

/** Said of prey that is not bought by the sizes of rodents. */
export const AS_IT_COMES = 'as it comes'

/** A gate may ask for whatever is measured. */
const SIZES_OF_GATES: Readonly<Record<string, FigureDeclaration>> = Object.fromEntries(
  bodySizes.map((of) => [
    `stage.*.gate.${BODY_SIZES[of].field}`,
    { label: `Gate: ${BODY_SIZES[of].label.toLowerCase()}`, unit: 'mm' },
  ]),
)

/** Stages of the young, their feed and their room, and when they may leave. */
export const REARING_FIGURES = {
  'stage.order': {
    ...{ label: 'Order of the stages', unit: 'words', pattern: /^\d{1,3}(?:, ?\d{1,3})*$/ },
    why: 'stage numbers, such as 1, 2, 4',
  },
  'stage.*.name': { label: 'Stage {n}', unit: 'words', line: LONGEST_NAME },
  'stage.*.like': {
    ...{ label: '{name}: copied from stage', unit: 'words', pattern: /^\d{1,3}$/ },
    why: 'the number of an earlier stage',
  },
  'stage.*.formerly': { label: '{name}: former names', unit: 'words' },
  'stage.*.instead': {
    ...{ label: '{name}: replaced by stage', unit: 'words', pattern: /^\d{1,3}$/ },
    why: 'the number of a stage',
  },
  'stage.*.days': { label: 'Length of the stage', unit: 'd' },
  'stage.*.gate.words': { label: 'Gate, in words', unit: 'words' },
  'stage.*.gate.needs': { label: 'Gate: needed', unit: 'words', choices: [ALL_OF_IT, ANY_OF_IT] },
  'stage.*.gate.ageDays': { label: 'Gate: age', unit: 'd' },
  ...SIZES_OF_GATES,
  'stage.*.gate.word': { label: 'Gate: your confirmation', unit: 'words', choices: [NOT_ASKED, ASKED] },
  'stage.*.gate.sheds': { label: 'Gate: complete sheds or moults', unit: 'count' },
  'stage.*.gate.check': { label: 'Gate: check passed', unit: 'words', line: LONGEST_CHECK },
  'stage.*.housing': { label: 'Housing', unit: 'words' },
  'stage.*.climate': { label: 'Climate', unit: 'words' },
  'stage.*.also': { label: 'Also', unit: 'words' },
  'stage.*.feed': { label: 'Feed', unit: 'words' },
  'stage.*.areaM2': { label: 'Floor area', unit: 'm2' },
  'stage.*.together': { label: 'Animals per tub, at most', unit: 'count' },
  'stage.warmC': { label: 'Warm side for adults', unit: 'C', asked: '{Side} for adults' },
  'stage.*.warmC': { label: 'Warm side', unit: 'C' },
  'stage.*.coolC': { label: 'Cool side', unit: 'C' },
  'stage.*.alarmLowC': { label: 'Alarm below', unit: 'C' },
  'stage.*.alarmHighC': { label: 'Alarm above', unit: 'C', asked: 'Too hot above' },
  'stage.*.humidity': { label: 'Humidity', unit: 'share' },
  'stage.*.humidityAlarm': { label: 'Humidity alarm limits', unit: 'share' },
  'stage.*.gate.meals': { label: 'Gate: meals taken in a row, unaided', unit: 'count' },
  'stage.*.everyDays': { label: 'Days between meals', unit: 'd' },
  'stage.*.preyGrams': { label: 'Prey weight', unit: 'g' },
  'stage.*.gate.grams': { label: 'Gate: weight', unit: 'g' },
  'stage.*.preyShare': { label: 'Prey, share of body weight', unit: 'share' },
  'stage.*.gate.readiness': {
    ...{ label: 'Gate: ready to breed', unit: 'words' },
    choices: [NOT_ASKED, ASKED],
  },
  'stage.*.supplements': { label: 'Supplement rotation', unit: 'words' },
  'stage.*.gate.gramsMale': { label: 'Gate: weight of a male', unit: 'g' },
  'stage.*.gate.gramsFemale': { label: 'Gate: weight of a female', unit: 'g' },
  'stage.*.mistDays': { label: 'Days between mistings', unit: 'd', limits: [0, 400] },
  'stage.*.preyHeads': { label: 'Longest prey (head widths)', unit: 'count' },
  'stage.*.each': { label: 'Prey per meal', unit: 'count' },
  'stage.*.feeder.code': { label: 'Feeder colony', unit: 'words' },
  'stage.*.feeder.sizes': { label: 'Feeder sizes', unit: 'words' },
  'stage.*.feeder.each': { label: 'Feeders per meal', unit: 'count' },
  'stage.*.nightC': { label: 'Night temperature', unit: 'C' },
  'stage.*.partBy': { label: 'Separate by age', unit: 'd' },
  'stage.*.feeder.everyDays': { label: 'Days between feeder meals', unit: 'd' },
  'stage.*.litres': { label: 'Litres of water', unit: 'L' },
  'stage.*.waterMm': { label: 'Depth of water', unit: 'mm' },
  'stage.*.heightMm': { label: 'Height (mm)', unit: 'mm' },
  'stage.*.heightBodies': { label: 'Height (body lengths)', unit: 'count' },
  'stage.*.floorBodies': {
    ...{ label: 'Length of the floor (body lengths)', unit: 'count', limits: [0.2, 50] },
    why: 'the floor is taken to be half as wide as long',
  },
  'stage.*.waterDays': { label: 'Days between water changes', unit: 'd', limits: [0, 400] },
  'feeding.preySizes': { label: 'Prey is sized', unit: 'words', choices: ['as rodents', AS_IT_COMES] },
  'feeding.assistFromDay': { label: 'Assist-feed from age', unit: 'd' },
  'feeding.trick.*.name': { label: 'First-meal trick {n}', unit: 'words' },
  'feeding.lookAfterHours': { label: 'Check again after', unit: 'h' },
  'feeding.lossWarn': { label: 'Weight loss to act on', unit: 'share' },
  'feeding.lossAlarm': { label: 'Weight loss to see a vet for', unit: 'share' },
  'feeding.firstMealDays': { label: 'Usual age at first meal', unit: 'd' },
  'feeding.supply': { label: 'Vitamins and calcium by', unit: 'words' },
  'housing.together': { label: 'Alone or together', unit: 'words' },
  'leaving.ageDays': { label: 'Age before leaving', unit: 'd', asked: 'Age when young can leave' },
  'leaving.meals': { label: 'Unaided meals in a row before leaving', unit: 'count' },
  'leaving.grams': { label: 'Weight before leaving', unit: 'g' },
  'leaving.sheds': { label: 'Complete sheds before leaving', unit: 'count' },
  'leaving.sexCertainty': { label: 'Certainty of sex before leaving', unit: 'share' },
  'leaving.price': { label: 'Usual price', unit: 'price' },
  'leaving.priceSlight': { label: 'Price with a slight defect', unit: 'share' },
  'leaving.priceMarked': { label: 'Price as a pet only', unit: 'share' },
  'leaving.also': { label: 'Also', unit: 'words' },
  'housing.also': { label: 'Also', unit: 'words' },
  'leaving.check': { label: 'Check it must pass before it leaves', unit: 'words', line: LONGEST_CHECK },
  'leaving.papers': { label: 'Papers for the new owner', unit: 'words' },
} as const satisfies Record<string, FigureDeclaration>
