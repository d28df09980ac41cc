export { openSexes } from './openSexes'
export { readEntries } from './read'
export { entryRoutes } from './routes'
export { countedAs, refreshStandings, standingEntries, standsSql, subjectsWithMerged } from './standing'
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
