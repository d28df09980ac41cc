import * as v from 'valibot'
import { Id, InstantSchema, Line } from '../common'

const WallTime = v.pipe(v.string(), v.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'write a time like 22:00'))

/** What a member wants to be told of, and when not. */
export const NoticeChoiceSchema = v.object({
  alarms: v.picklist(['all', 'worst', 'none'], 'choose which alarms'),
  work: v.boolean(),
  quiet: v.nullable(v.object({ from: WallTime, to: WallTime })),
  wakes: v.boolean(),
})

/** A message to a member: told from a time on, and taken by the outbox or still waiting. */
export const MessageSchema = v.object({
  id: Id,
  to: v.string(),
  at: InstantSchema,
  /** Not before: the end of the member's quiet hours, or at once. */
  tellFrom: InstantSchema,
  subject: v.string(),
  body: v.string(),
  takenAt: v.nullable(InstantSchema),
  /** By what it went, such as 'e-mail and push'. */
  takenBy: v.string(),
  /** Why it will never go; empty where it went or still may. */
  refused: v.string(),
})
export type Message = v.InferOutput<typeof MessageSchema>
/** Work that the program does by itself, and how it went last in this book. */
export const BackgroundJob = v.object({
  name: v.string(),
  lastSuccess: v.nullable(InstantSchema),
  lastFailure: v.nullable(InstantSchema),
  /** Failures since the last success. */
  failures: v.number(),
})
export type BackgroundJob = v.InferOutput<typeof BackgroundJob>
/** A phone or browser that is to be told: its address with a push service, and the keys it gave. */
export const DeviceDraft = v.object({
  id: Id,
  name: Line(80),
  endpoint: v.pipe(v.string(), v.url('an address is wanted'), v.maxLength(1000)),
  keys: v.object({
    p256dh: v.pipe(v.string(), v.regex(/^[\w-]{87}=?$/, 'this is no key of a device')),
    auth: v.pipe(v.string(), v.regex(/^[\w-]{22}={0,2}$/, 'this is no key of a device')),
  }),
})
export type DeviceDraft = v.InferOutput<typeof DeviceDraft>

/** By what messages leave the server, and which devices of whoever asks are told. */
export const WaysSchema = v.object({
  mail: v.boolean(),
  /** What a browser needs to be told; null where the server tells none. */
  pushKey: v.nullable(v.string()),
  devices: v.array(v.object({ id: Id, name: v.string(), since: InstantSchema })),
})
export type Ways = v.InferOutput<typeof WaysSchema>
export const MessageList = v.object({
  ways: WaysSchema,
  jobs: v.array(BackgroundJob),
  messages: v.array(MessageSchema),
  /** What whoever asks has chosen. */
  choice: NoticeChoiceSchema,
})
export type MessageList = v.InferOutput<typeof MessageList>
