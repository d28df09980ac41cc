export { compareUnits, holdTogether, type Comparison, type ComparedUnit } from './compare'
export { groupFigures, type GroupFigure } from './groups'
export {
  DIMENSIONS,
  MEASURES,
  type Dimension,
  type Measure,
  type MeasureName,
  type ReviewFact,
} from './measures'
export {
  reviewBy,
  reviewSeasons,
  seasonOf,
  type Change,
  type SeasonCompared,
  type SeasonReview,
} from './review'
export { RAISED_DAYS, settledOf, youngSays, type Begun, type YoungRecord } from './settled'
