import { route } from '../api/route'
import { CohortChange, CohortDraft, CohortMerge, CohortSingle, CohortSplit, Cohorts } from '.'
import { WithId } from '../common'
import { Saved } from '../leaving'

export const cohortsApi = {
  list: route({
    method: 'GET',
    path: '/api/cohorts',
    permission: 'read the book',
    reply: Cohorts,
    reads: ['cohorts', 'clutches', 'places', 'climate', 'protocols'],
    offline: true,
  }),
  add: route({
    method: 'POST',
    path: '/api/cohorts',
    permission: 'decide and plan',
    body: CohortDraft,
    reply: Saved,
    touches: ['cohorts', 'clutches'],
  }),
  change: route({
    method: 'PATCH',
    path: '/api/cohorts/:id',
    permission: 'decide and plan',
    params: WithId,
    body: CohortChange,
    reply: Saved,
    touches: ['cohorts'],
  }),
  split: route({
    method: 'POST',
    path: '/api/cohorts/:id/split',
    permission: 'decide and plan',
    params: WithId,
    body: CohortSplit,
    reply: Saved,
    touches: ['cohorts'],
  }),
  merge: route({
    method: 'POST',
    path: '/api/cohorts/:id/merge',
    permission: 'decide and plan',
    params: WithId,
    body: CohortMerge,
    reply: Saved,
    touches: ['cohorts'],
  }),
  single: route({
    method: 'POST',
    path: '/api/cohorts/:id/single',
    permission: 'decide and plan',
    params: WithId,
    body: CohortSingle,
    reply: Saved,
    touches: ['cohorts', 'animals', 'places'],
  }),
}
