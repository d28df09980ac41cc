export {
  DATE_ORDERS,
  guessDateOrder,
  readListDate,
  type DateOrder,
  type DateReading,
  type ListDate,
} from './dates'
export { placeReaderOf, type PlaceReading } from './places'
