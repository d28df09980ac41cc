export { readEntries } from './read'
export { entryRoutes } from './routes'
export { refreshStandings, standingEntries, standsSql, subjectsWithMerged } from './standing'
export { dayOf, entryOf, guardEntries, onStrike, refresh, writeEntries } from './write'
