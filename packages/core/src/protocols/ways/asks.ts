import { WARM_SIDE } from './way'

const BREEDING = [
  'readiness.female.ageDays.cautious',
  'readiness.female.grams.cautious',
  'readiness.male.ageDays.cautious',
  'readiness.male.grams.cautious',
]
const GROWN = ['size.female', 'size.young']
const EGGS = [
  'clutch.count',
  'clutch.perYear',
  'pairing.lockToLaying',
  'incubation.setPointC',
  'thermal.1.days',
]

/** What tells most of one that lays eggs which somebody incubates. */
export const OF_LAYERS = [...BREEDING, ...GROWN, ...EGGS, WARM_SIDE]
/** What tells most of one that bears its young. */
export const OF_BEARERS = [
  ...BREEDING,
  ...GROWN,
  ...['clutch.count', 'clutch.perYear', 'pairing.lockToLaying', 'readiness.female.restDays'],
  ...['leaving.ageDays', WARM_SIDE],
]
/** What tells most of one that is adult from its last moult, and lives for a season. */
export const OF_COHORTS = [
  ...['incubation.setPointC', 'cohort.eggsPerDay', 'cohort.layingDays', 'cohort.femaleDays'],
  ...['cohort.maleDays', 'cohort.malesPerFemale', 'thermal.1.days', 'incubation.warnLowC'],
  'incubation.warnHighC',
]
/** What tells most of a colony. */
export const OF_COLONIES = [
  ...['colony.referenceC', 'colony.eggsPerDay', 'colony.layingDays', 'colony.femaleDays'],
  ...[
    'colony.ripeningDays',
    'colony.binLitres',
    'colony.binAdults',
    'colony.lethalLowC',
    'colony.lethalHighC',
  ],
]
