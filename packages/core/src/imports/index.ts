export {
  DATE_ORDERS,
  guessDateOrder,
  readListDate,
  type DateOrder,
  type DateReading,
  type ListDate,
} from './dates'
export { MASS_UNITS, guessMassUnit, readMass, unitOfHeading, type MassUnit } from './masses'
export { placeReaderOf, type PlaceReading } from './places'
