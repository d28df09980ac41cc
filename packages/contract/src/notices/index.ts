import * as v from 'valibot'
import { Id, InstantSchema } from '../common'

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
export const MessageList = v.object({
  jobs: v.array(BackgroundJob),
  messages: v.array(MessageSchema),
  /** What whoever asks has chosen. */
  choice: NoticeChoiceSchema,
})
export type MessageList = v.InferOutput<typeof MessageList>
