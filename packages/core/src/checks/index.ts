export {
  ALL_PARTS,
  checkInWords,
  CHECK_GOOD_DAYS,
  CHECK_OCCASIONS,
  LONGEST_CHECK,
  type CheckOccasion,
} from './names'
export { knownParts, ownPart, PARTS_BY_PLAN, PARTS_OF_HATCHLINGS } from './parts'
export type { BodySign, CheckPart } from './sign'
export { checkWork, type CheckDone, type CheckFacts, type ChecksDone } from './work'
