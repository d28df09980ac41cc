import { DEFECT_GRADES, OUTLINE_VIEWS } from '@hatch-book/core'
import * as v from 'valibot'
import { DaySchema, Id, Line, Note, Price, Share } from '../common'

const Millimetres = v.pipe(
  v.number('write it in figures'),
  v.gtValue(0, 'more than nothing'),
  v.maxValue(2000, 'at most 2000 mm'),
)
const remark = { note: v.optional(Note) }

/** What is written of an animal on its way from the egg to an owner. */
export const KINDS_OF_YOUNG = {
  /** One blind reading of a sex: refused from whoever was shown the earlier ones. */
  'sex read': {
    subject: 'animal',
    payload: v.object({
      sex: v.picklist(['female', 'male', 'unsure']),
      method: Line(60),
      right: v.pipe(v.number(), v.minValue(0.5, 'worse than a coin'), v.maxValue(0.999)),
      ...remark,
    }),
  },
  /** Somebody was shown what was read so far. */
  'readings shown': { subject: 'animal', payload: v.object({ ...remark }) },
  'defect found': {
    subject: 'animal',
    payload: v.object({
      defect: Line(80),
      grade: v.picklist(DEFECT_GRADES, 'a defect is graded note, slight, marked or severe'),
      view: v.picklist(OUTLINE_VIEWS),
      x: Share,
      y: Share,
      ...remark,
    }),
  },
  /** How thick it is at its widest, and how wide its head: what prey has to fit. */
  measured: {
    subject: 'animal',
    payload: v.pipe(
      v.object({ girthMm: v.optional(Millimetres), headMm: v.optional(Millimetres), ...remark }),
      v.check(
        ({ girthMm, headMm }) => girthMm !== undefined || headMm !== undefined,
        'write its girth or the width of its head',
      ),
    ),
  },
  'held back': { subject: 'animal', payload: v.object({ keep: v.boolean(), reason: Line(400), ...remark }) },
  reserved: {
    subject: 'animal',
    payload: v.object({
      contactId: Id,
      name: Line(120),
      price: Price,
      deposit: v.optional(Price, 0),
      until: v.optional(v.nullable(DaySchema), null),
      ...remark,
    }),
  },
  'reservation ended': { subject: 'animal', payload: v.object({ because: Line(200), ...remark }) },
  returned: { subject: 'animal', payload: v.object({ because: Line(200), ...remark }) },
  'changed hands': { subject: 'animal', payload: v.object({ to: Line(120), ...remark }) },
  'permit noted': {
    subject: 'animal',
    payload: v.object({
      name: Line(80),
      number: Line(80),
      until: v.optional(v.nullable(DaySchema), null),
      ...remark,
    }),
  },
} as const
