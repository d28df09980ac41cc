import { route } from '../api/route'
import { AwaitDraft, GrowingList, Heard, SampleBatch, ScaleAdded, ScaleDraft, ScaleList } from '.'
import { Ok, WithId } from '../common'

export const weighingApi = {
  growth: route({
    method: 'GET',
    path: '/api/growth',
    permission: 'read the book',
    reply: GrowingList,
    reads: ['animals', 'clutches', 'protocols'],
  }),
  scales: route({
    method: 'GET',
    path: '/api/scales',
    permission: 'read the book',
    reply: ScaleList,
    reads: ['scales'],
  }),
  addScale: route({
    method: 'POST',
    path: '/api/scales',
    permission: 'run the book',
    body: ScaleDraft,
    reply: ScaleAdded,
    touches: ['scales'],
  }),
  removeScale: route({
    method: 'DELETE',
    path: '/api/scales/:id',
    permission: 'run the book',
    params: WithId,
    reply: Ok,
    touches: ['scales'],
  }),
  liveScale: route({
    method: 'GET',
    path: '/api/scales/:id/stream',
    permission: 'read the book',
    params: WithId,
    reads: ['scales'],
  }),
  awaitOnScale: route({
    method: 'POST',
    path: '/api/scales/:id/awaits',
    permission: 'write in the log',
    params: WithId,
    body: AwaitDraft,
    reply: Ok,
    touches: [],
  }),
  hearSamples: route({
    method: 'POST',
    path: '/api/bridge/samples',
    permission: 'speak as a scale',
    body: SampleBatch,
    reply: Heard,
    touches: [],
  }),
  awaited: route({
    method: 'GET',
    path: '/api/bridge/awaited',
    permission: 'speak as a scale',
    reads: ['scales'],
  }),
}
