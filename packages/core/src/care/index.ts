export { workByHour, type WorkByHour } from './byHour'
export { careTogether, careWork, NEVER_DONE, type CareDone } from './work'
export { STAGE_FOOD } from './stageFood'
export { isCare } from './isCare'
