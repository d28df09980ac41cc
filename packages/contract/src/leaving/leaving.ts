import * as v from 'valibot'
import { DaySchema, Id, Line, Note, Price, Reference, Version } from '../common'

const Sex = v.picklist(['female', 'male', 'either'], 'a sex, or either')
const Word = v.optional(v.pipe(v.string(), v.trim(), v.maxLength(60, 'at most 60 characters')), '')

const ContactBody = { name: Line(120), reach: v.optional(Note, ''), note: v.optional(Note, '') }
export const ContactDraft = v.object({ id: Id, ...ContactBody })
export const ContactChange = v.object({ version: Version, ...ContactBody })
export const ContactView = v.object({
  id: Id,
  version: Version,
  name: v.string(),
  reach: v.string(),
  note: v.string(),
  /** What went to them, or is held for them. */
  animals: v.array(Reference),
})
export type ContactView = v.InferOutput<typeof ContactView>

const WishBody = {
  protocolId: Id,
  line: Word,
  sex: Sex,
  trait: Word,
  most: v.optional(v.nullable(Price), null),
  note: v.optional(Note, ''),
}
export const WishDraft = v.object({ id: Id, contactId: Id, ...WishBody })
export const WishChange = v.object({
  version: Version,
  ended: v.nullable(v.picklist(['served', 'withdrawn'])),
})
export const WishView = v.object({
  id: Id,
  version: Version,
  contact: v.object({ id: Id, name: v.string() }),
  protocolId: Id,
  species: v.string(),
  line: v.string(),
  sex: Sex,
  trait: v.string(),
  most: v.nullable(v.number()),
  note: v.string(),
  since: DaySchema,
  /** Animals that would do: those that may leave and are not held for somebody else. */
  fits: v.array(Reference),
})
export type WishView = v.InferOutput<typeof WishView>

const PriceBody = { protocolId: Id, line: Word, sex: Sex, trait: Word, price: Price }
export const PriceDraft = v.object({ id: Id, ...PriceBody })
export const PriceChange = v.object({
  version: Version,
  price: Price,
  withdrawn: v.optional(v.boolean(), false),
})
export const PriceView = v.object({
  id: Id,
  version: Version,
  protocolId: Id,
  species: v.string(),
  line: v.string(),
  sex: Sex,
  trait: v.string(),
  price: v.number(),
})
export type PriceView = v.InferOutput<typeof PriceView>

export const Counter = v.object({
  contacts: v.array(ContactView),
  wishes: v.array(WishView),
  prices: v.array(PriceView),
})
export type Counter = v.InferOutput<typeof Counter>
export const Saved = v.object({ id: Id, version: Version })

/** The register of movements: who came and who went, between two days. */
export const RegisterQuery = v.object({ from: DaySchema, to: DaySchema })
export const Movement = v.object({
  on: DaySchema,
  what: v.picklist(['hatched here', 'came in', 'sold', 'came back', 'changed hands', 'died']),
  tag: v.string(),
  animalId: Id,
  species: v.string(),
  latin: v.string(),
  sex: v.string(),
  hatched: v.string(),
  whom: v.string(),
  papers: v.string(),
  note: v.string(),
})
export type Movement = v.InferOutput<typeof Movement>
export const Register = v.object({ movements: v.array(Movement) })
export type Register = v.InferOutput<typeof Register>
