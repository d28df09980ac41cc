import * as v from 'valibot'
import { route } from '../api/route'
import { DeviceDraft, MessageList, NoticeChoiceSchema } from '.'
import { Heard } from '../weighing'
import { Ok, WithId } from '../common'

const Nothing = v.strictObject({})

export const noticesApi = {
  list: route({
    method: 'GET',
    path: '/api/messages',
    permission: 'read the book',
    reply: MessageList,
    reads: ['messages'],
  }),
  choose: route({
    method: 'PATCH',
    path: '/api/messages/choice',
    permission: 'read the book',
    body: NoticeChoiceSchema,
    reply: Ok,
    touches: ['messages'],
  }),
  addDevice: route({
    method: 'POST',
    path: '/api/messages/devices',
    permission: 'read the book',
    body: DeviceDraft,
    reply: Ok,
    touches: ['messages'],
  }),
  removeDevice: route({
    method: 'DELETE',
    path: '/api/messages/devices/:id',
    permission: 'read the book',
    params: WithId,
    reply: Ok,
    touches: ['messages'],
  }),
  sendTrial: route({
    method: 'POST',
    path: '/api/messages/trial',
    permission: 'read the book',
    body: Nothing,
    reply: Ok,
    perMinute: 5,
    touches: ['messages'],
  }),
  outbox: route({
    method: 'GET',
    path: '/api/bridge/outbox',
    permission: 'speak as a probe',
    reads: ['messages'],
  }),
  taken: route({
    method: 'POST',
    path: '/api/bridge/outbox/taken',
    permission: 'speak as a probe',
    reply: Heard,
    touches: ['messages'],
  }),
}
