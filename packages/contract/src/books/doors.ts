import * as v from 'valibot'
import { DaySchema, Id, InstantSchema, Line } from '../common'
import { Email, Password, RoleSchema, Zone } from './members'

/** Who runs a book changes what a member may do, or until when. */
export const MemberChange = v.object({
  role: RoleSchema,
  endsOn: v.nullable(DaySchema),
})

export const InvitationDraft = v.object({
  id: Id,
  /** For whom, in the owner's words. */
  name: Line(80),
  role: RoleSchema,
  endsOn: v.optional(v.nullable(DaySchema), null),
})
export const InvitationView = v.object({
  id: Id,
  name: v.string(),
  role: RoleSchema,
  endsOn: v.nullable(DaySchema),
  expiresAt: InstantSchema,
  /** True for a member's new password, false for somebody new. */
  recovers: v.boolean(),
})
export type InvitationView = v.InferOutput<typeof InvitationView>
export const Invitations = v.object({ invitations: v.array(InvitationView) })
/** The link's key is said once, when it is made; the book keeps only its digest. */
export const InvitationMade = v.object({ key: v.string(), expiresAt: InstantSchema })
export type InvitationMade = v.InferOutput<typeof InvitationMade>

/** What whoever opens the link sees before they take it. */
export const InvitationSeen = v.object({
  bookName: v.string(),
  name: v.string(),
  role: RoleSchema,
  endsOn: v.nullable(DaySchema),
  /** The address of the member who chooses a new password; null where somebody new joins. */
  email: v.nullable(v.string()),
})
export type InvitationSeen = v.InferOutput<typeof InvitationSeen>
export const InvitationTaken = v.object({
  /** Left out by a member who chooses a new password. */
  name: v.optional(Line(80)),
  email: v.optional(Email),
  password: Password,
})

const Given = v.pipe(v.string(), v.minLength(1, 'write your password'), v.maxLength(200))
export const PasswordChange = v.object({ current: Given, password: Password })

export const SessionRow = v.object({
  id: Id,
  device: v.string(),
  openedAt: InstantSchema,
  seenAt: InstantSchema,
  isThis: v.boolean(),
})
export type SessionRow = v.InferOutput<typeof SessionRow>
export const SessionRows = v.object({ sessions: v.array(SessionRow) })
export const SessionsClosed = v.object({ closed: v.number() })
export const CloseSessions = v.object({ which: v.picklist(['others', 'all']) })

const Code = v.pipe(v.string(), v.trim(), v.regex(/^\d{6}$/, 'write the six figures'))
export const SecondFactorOffer = v.object({ secret: v.string(), address: v.string() })
export type SecondFactorOffer = v.InferOutput<typeof SecondFactorOffer>
/** A second step is set up, or set up anew, only by who knows the password. */
export const SecondFactorBegin = v.object({ password: Given })
export const SecondFactorProof = v.object({ code: Code })
export const SecondFactorEnd = v.object({ password: Given })

export const NewBook = v.object({ name: Line(80), zone: Zone })
/** A book is deleted by writing its name and one's password: not by a slip. */
export const BookDeletion = v.object({ name: Line(80), password: Given })

/** What one member wrote. */
export const Doings = v.object({
  total: v.number(),
  byKind: v.array(v.object({ kind: v.string(), count: v.number(), struck: v.number() })),
  byDay: v.array(v.object({ day: DaySchema, count: v.number() })),
  devices: v.array(v.object({ device: v.string(), count: v.number(), last: InstantSchema })),
})
export type Doings = v.InferOutput<typeof Doings>
