import { route } from '../api/route'
import { BreederList } from '.'

export const readinessApi = {
  breeders: route({
    method: 'GET',
    path: '/api/readiness',
    permission: 'read the book',
    reply: BreederList,
    reads: ['animals', 'pairings', 'clutches', 'rests', 'protocols'],
  }),
}
