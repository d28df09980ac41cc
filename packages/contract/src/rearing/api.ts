import { route } from '../api/route'
import {
  DueMeals,
  DueMealsQuery,
  FirstMeals,
  Ladder,
  SexReadings,
  SexingList,
  SiblingSets,
  Siblings,
  SiblingsQuery,
  SpaceView,
} from '.'
import { WithId } from '../common'

export const rearingApi = {
  holdbacks: route({
    method: 'GET',
    path: '/api/holdbacks',
    permission: 'read the book',
    reply: SiblingSets,
    reads: ['animals', 'plans', 'clutches', 'protocols', 'trade'],
  }),
  siblings: route({
    method: 'GET',
    path: '/api/holdbacks/:id',
    permission: 'read the book',
    params: WithId,
    query: SiblingsQuery,
    reply: Siblings,
    reads: ['animals', 'plans', 'clutches', 'protocols', 'trade'],
  }),
  ladder: route({
    method: 'GET',
    path: '/api/rearing',
    permission: 'read the book',
    reply: Ladder,
    reads: ['animals', 'clutches', 'rests', 'protocols', 'plans'],
  }),
  meals: route({
    method: 'GET',
    path: '/api/rearing/meals',
    permission: 'read the book',
    query: DueMealsQuery,
    reply: DueMeals,
    reads: ['animals', 'protocols', 'rests'],
  }),
  firstMeals: route({
    method: 'GET',
    path: '/api/rearing/first-meals',
    permission: 'read the book',
    reply: FirstMeals,
    reads: ['animals', 'clutches', 'protocols'],
  }),
  sexing: route({
    method: 'GET',
    path: '/api/rearing/sexing',
    permission: 'read the book',
    reply: SexingList,
    reads: ['animals', 'protocols', 'members'],
  }),
  showReadings: route({
    method: 'POST',
    path: '/api/animals/:id/readings',
    permission: 'write in the log',
    params: WithId,
    reply: SexReadings,
    touches: ['animals'],
  }),
  space: route({
    method: 'GET',
    path: '/api/rearing/space',
    permission: 'read the book',
    reply: SpaceView,
    reads: ['animals', 'clutches', 'pairings', 'places', 'protocols', 'plans'],
  }),
}
