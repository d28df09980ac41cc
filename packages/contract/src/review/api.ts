import { route } from '../api/route'
import { ReviewByQuery, ReviewGroups, ReviewQuery, ReviewView } from '.'

export const reviewApi = {
  measures: route({
    method: 'GET',
    path: '/api/review',
    permission: 'read the book',
    query: ReviewQuery,
    reply: ReviewView,
    reads: [
      'animals',
      'pairings',
      'clutches',
      'rests',
      'cohorts',
      'colonies',
      'climate',
      'trade',
      'protocols',
    ],
  }),
  groups: route({
    method: 'GET',
    path: '/api/review/by',
    permission: 'read the book',
    query: ReviewByQuery,
    reply: ReviewGroups,
    reads: [
      'animals',
      'pairings',
      'clutches',
      'rests',
      'cohorts',
      'colonies',
      'climate',
      'trade',
      'protocols',
    ],
  }),
}
