import { route } from '../api/route'
import { ReviewByQuery, ReviewGroups, ReviewQuery, ReviewView } from '.'

/** What a season is told by. */
const ALL_OF_A_SEASON = [
  ...(['animals', 'pairings', 'clutches', 'rests', 'cohorts', 'colonies'] as const),
  ...(['climate', 'trade', 'protocols'] as const),
]

export const reviewApi = {
  measures: route({
    method: 'GET',
    path: '/api/review',
    permission: 'read the book',
    query: ReviewQuery,
    reply: ReviewView,
    reads: ALL_OF_A_SEASON,
  }),
  groups: route({
    method: 'GET',
    path: '/api/review/by',
    permission: 'read the book',
    query: ReviewByQuery,
    reply: ReviewGroups,
    reads: ALL_OF_A_SEASON,
  }),
}
