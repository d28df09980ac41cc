export { openSexes } from './openSexes'
export { readEntries } from './read'
export { countedAs, refreshStandings, standingEntries, subjectsWithMerged } from './standing'
export { asLogged, carried, carriedNumber, isOfKind, isOfKindAs, standsSql, type StoredEntry } from './stored'
export {
  dayOf,
  entryOf,
  guardEntries,
  onStrike,
  refresh,
  refuseActs,
  writeEntries,
  type EntryGuard,
} from './write'
