import { route } from '../api/route'
import { History, HistoryQuery } from '.'
import { Ok, WithId } from '../common'

export const historyApi = {
  list: route({
    method: 'GET',
    path: '/api/history',
    permission: 'read the book',
    query: HistoryQuery,
    reply: History,
    reads: ['log'],
  }),
  setBack: route({
    method: 'POST',
    path: '/api/history/:id/set-back',
    permission: 'decide and plan',
    params: WithId,
    reply: Ok,
    touches: 'everything',
  }),
}
