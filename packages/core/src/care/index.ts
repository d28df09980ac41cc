export { workByHour, type WorkByHour } from './byHour'
export { careKey, careTogether, careWork, NEVER_DONE, type CareDone } from './work'
export { LONGEST_CARE, STAGE_FOOD } from './names'
export { isCare } from './isCare'
