import * as v from 'valibot'
import { route } from '../api/route'
import { Colonies, ColonyChange, ColonyDraft, FeederPlanChange, FeederPlansDraft, SupplyView } from '.'
import { Id, WithId } from '../common'
import { Saved } from '../leaving'

const PlansAdded = v.object({ ids: v.array(Id) })

export const coloniesApi = {
  list: route({
    method: 'GET',
    path: '/api/colonies',
    permission: 'read the book',
    reply: Colonies,
    reads: ['colonies', 'cohorts', 'places', 'climate', 'protocols'],
    offline: true,
  }),
  add: route({
    method: 'POST',
    path: '/api/colonies',
    permission: 'decide and plan',
    body: ColonyDraft,
    reply: Saved,
    touches: ['colonies'],
  }),
  change: route({
    method: 'PATCH',
    path: '/api/colonies/:id',
    permission: 'decide and plan',
    params: WithId,
    body: ColonyChange,
    reply: Saved,
    touches: ['colonies'],
  }),
  supply: route({
    method: 'GET',
    path: '/api/colonies/supply',
    permission: 'read the book',
    reply: SupplyView,
    reads: ['places', 'climate', 'colonies', 'cohorts', 'animals', 'clutches', 'rests', 'protocols'],
  }),
  addFeederPlans: route({
    method: 'POST',
    path: '/api/feeder-plans',
    permission: 'decide and plan',
    body: FeederPlansDraft,
    reply: PlansAdded,
    touches: ['colonies'],
  }),
  changeFeederPlan: route({
    method: 'PATCH',
    path: '/api/feeder-plans/:id',
    permission: 'decide and plan',
    params: WithId,
    body: FeederPlanChange,
    reply: Saved,
    touches: ['colonies'],
  }),
}
