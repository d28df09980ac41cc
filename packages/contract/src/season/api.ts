import { route } from '../api/route'
import { Season } from '.'

export const seasonApi = {
  season: route({
    method: 'GET',
    path: '/api/season',
    permission: 'read the book',
    reply: Season,
    reads: [
      'animals',
      'pairings',
      'clutches',
      'rests',
      'cohorts',
      'colonies',
      'plans',
      'places',
      'climate',
      'protocols',
    ],
    offline: true,
  }),
}
