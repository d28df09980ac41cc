import { route } from '../api/route'
import { Round, RoundQuery } from '.'

export const roundsApi = {
  round: route({
    method: 'GET',
    path: '/api/round',
    permission: 'read the book',
    query: RoundQuery,
    reply: Round,
    reads: [
      'animals',
      'pairings',
      'clutches',
      'places',
      'climate',
      'rests',
      'cohorts',
      'colonies',
      'recipes',
      'protocols',
      'plans',
      'trade',
    ],
    offline: true,
  }),
}
