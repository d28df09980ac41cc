import * as v from 'valibot'
import { DaySchema, Id, InstantSchema, Line, Version } from '../common'

export const ROLES = ['owner', 'keeper', 'helper', 'viewer'] as const
export const RoleSchema = v.picklist(ROLES, 'a role is owner, keeper, helper or viewer')
export type Role = v.InferOutput<typeof RoleSchema>

const knownZone = (zone: string) => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone })
    return true
  } catch {
    return false
  }
}
export const Zone = v.pipe(v.string(), v.check(knownZone, 'write a time zone like Europe/Lisbon'))
export const Email = v.pipe(
  v.string(),
  v.trim(),
  v.toLowerCase(),
  v.email('write an address like name@example.org'),
  v.maxLength(200),
)
export const Password = v.pipe(
  v.string(),
  v.minLength(10, 'at least 10 characters'),
  v.maxLength(200, 'at most 200 characters'),
)

export const SignIn = v.object({
  email: Email,
  password: v.pipe(v.string(), v.minLength(1, 'write your password'), v.maxLength(200)),
  bookId: v.optional(Id),
  /** Six figures of the second step, for who has one. */
  code: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(20))),
})
/** The door is open; or it leads into several books, and one has to be chosen. */
export const SignedIn = v.object({
  ok: v.boolean(),
  books: v.array(v.object({ id: Id, name: v.string() })),
  /** Address and password are right, and the code of the second step is wanted too. */
  codeWanted: v.optional(v.boolean(), false),
})
export type SignedIn = v.InferOutput<typeof SignedIn>
export const FirstOwner = v.object({
  bookName: Line(80),
  zone: Zone,
  name: Line(80),
  email: Email,
  password: Password,
})

export const BookSchema = v.object({
  id: Id,
  version: Version,
  name: v.string(),
  zone: v.string(),
  weightUnit: v.picklist(['g', 'oz']),
  temperatureUnit: v.picklist(['C', 'F']),
  /** In the demo: the day on which the book stands. */
  demoDay: v.nullable(DaySchema),
  /** Since when it is deleted, and when it goes for good; only its owner sees it then. */
  deleted: v.optional(v.nullable(v.object({ at: InstantSchema, until: InstantSchema })), null),
})
export type Book = v.InferOutput<typeof BookSchema>
export const BookChange = v.object({
  version: Version,
  name: Line(80),
  zone: Zone,
  weightUnit: v.picklist(['g', 'oz']),
  temperatureUnit: v.picklist(['C', 'F']),
})

export const MemberSchema = v.object({
  id: Id,
  name: v.string(),
  email: v.string(),
  role: RoleSchema,
  /** The last day on which the account opens; null where it has no end. */
  endsOn: v.optional(v.nullable(DaySchema), null),
  secondFactor: v.optional(v.boolean(), false),
})
export type Member = v.InferOutput<typeof MemberSchema>
export const MemberDraft = v.object({
  id: Id,
  name: Line(80),
  email: Email,
  password: Password,
  role: RoleSchema,
  endsOn: v.optional(v.nullable(DaySchema), null),
})

/** Who is here, in which book, and what the book's clock says. */
export const SessionSchema = v.object({
  member: v.nullable(MemberSchema),
  book: v.nullable(BookSchema),
  now: InstantSchema,
  today: DaySchema,
  /** True on a server without any book: it waits for its first owner. */
  firstOwnerWanted: v.boolean(),
  /** In the demo: who may be tried. */
  demoSignIn: v.nullable(v.object({ email: v.string(), password: v.string() })),
})
export type Session = v.InferOutput<typeof SessionSchema>

export const DemoAdvance = v.object({
  days: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(31, 'at most 31 days at once')),
})
export const DemoAdvanced = v.object({ today: DaySchema, happened: v.number(), refused: v.number() })
