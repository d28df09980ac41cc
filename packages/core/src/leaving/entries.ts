import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { DaySchema, Id, Line, Price, remark } from '../values'

/** For so much, to those who may know it. */
const at = (price: number | undefined, how: string) => (price === undefined ? '' : ` ${how} ${price}`)
/** Why, to those who may know it. */
const why = (because: string | undefined) => (because ? `: ${because}` : '')

export const ENTRIES_OF_LEAVING = [
  defineEntry({
    kind: 'listed',
    subject: 'animal',
    by: 'keeper',
    once: true,
    trade: ['price', 'note'],
    touches: ['trade'],
    payload: v.object({ price: Price, ...remark }),
    says: ({ price }) => `for sale${at(price, 'at')}`,
  }),
  defineEntry({
    kind: 'unlisted',
    subject: 'animal',
    by: 'keeper',
    touches: ['trade'],
    payload: v.object({ ...remark }),
    says: () => 'no longer for sale',
  }),
  defineEntry({
    kind: 'sold',
    subject: 'animal',
    by: 'keeper',
    once: true,
    trade: ['buyer', 'price', 'note'],
    touches: ['trade'],
    payload: v.object({ buyer: Line(120), price: Price, ...remark }),
    says: ({ buyer, price }) => `sold${buyer ? ` to ${buyer}` : ''}${at(price, 'for')}`,
  }),
  defineEntry({
    kind: 'reserved',
    subject: 'animal',
    by: 'keeper',
    once: true,
    trade: ['contactId', 'name', 'price', 'deposit', 'note'],
    touches: ['trade'],
    payload: v.object({
      contactId: Id,
      name: Line(120),
      price: Price,
      deposit: v.optional(Price, 0),
      until: v.optional(v.nullable(DaySchema), null),
      ...remark,
    }),
    says: ({ name, price, deposit, until }, figures) =>
      `${name ? `reserved for ${name}` : 'reserved'}${at(price, 'at')}${deposit ? `, ${deposit} paid` : ''}${until ? `, until ${figures.day(until)}` : ''}`,
  }),
  defineEntry({
    kind: 'reservation ended',
    subject: 'animal',
    by: 'keeper',
    trade: ['because', 'note'],
    touches: ['trade'],
    payload: v.object({ because: Line(200), ...remark }),
    says: ({ because }) => `no longer reserved${why(because)}`,
  }),
  defineEntry({
    kind: 'returned',
    subject: 'animal',
    by: 'keeper',
    trade: ['because', 'note'],
    touches: ['trade'],
    payload: v.object({ because: Line(200), ...remark }),
    says: ({ because }) => `came back${why(because)}`,
  }),
  defineEntry({
    kind: 'changed hands',
    subject: 'animal',
    by: 'keeper',
    trade: ['to', 'note'],
    touches: ['trade'],
    payload: v.object({ to: Line(120), ...remark }),
    says: ({ to }) => `went on to ${to ?? 'somebody else'}`,
  }),
] as const
