import { UNITS } from '@hatch-book/core'
import { DaySchema, Id } from '@hatch-book/core/values'
import * as v from 'valibot'

export * from '@hatch-book/core/values'

/** Of an address that names one thing of the book. */
export const WithId = v.object({ id: Id })
export const Version = v.pipe(v.number(), v.integer(), v.minValue(1))

export const DaySpanSchema = v.object({ from: DaySchema, to: DaySchema })
export const DayWindowSchema = v.object({ from: DaySchema, to: DaySchema, likely: DaySchema })
/** An animal that is named: its name is left out where it has none. */
export const Reference = v.object({ id: Id, tag: v.string(), name: v.optional(v.string()) })

export const ReasonSchema = v.object({
  rule: v.string(),
  says: v.string(),
  standing: v.picklist(['holds', 'trial', 'perhaps', 'unknown', 'fails']),
  have: v.nullable(
    v.object({
      value: v.union([v.number(), v.string()]),
      unit: v.picklist(UNITS),
    }),
  ),
  wanted: v.nullable(
    v.object({
      value: v.union([v.number(), v.string()]),
      unit: v.picklist(UNITS),
    }),
  ),
  bound: v.picklist(['at least', 'at most', 'is', 'between']),
  margin: v.nullable(v.number()),
  note: v.string(),
  origin: v.string(),
  change: v.string(),
  expected: v.nullable(DaySpanSchema),
})

export const Ok = v.object({ ok: v.literal(true) })

/** What a change does to a book as it stands: verdicts, stages, and the work of the days ahead. */
export const Effects = v.object({
  /** How many have a verdict before it. */
  judged: v.number(),
  verdicts: v.array(
    v.object({ id: Id, tag: v.string(), from: v.string(), to: v.string(), because: v.string() }),
  ),
  stages: v.array(v.object({ id: Id, tag: v.string(), from: v.string(), to: v.string() })),
  work: v.object({
    count: v.number(),
    /** From null it comes new, to null it falls away. */
    shown: v.array(
      v.object({
        ...{ name: v.string(), says: v.string() },
        ...{ from: v.nullable(DaySchema), to: v.nullable(DaySchema) },
      }),
    ),
  }),
  aheadDays: v.number(),
})
export type Effects = v.InferOutput<typeof Effects>

/** An error as the server tells it (RFC 9457), with what a keeper needs: the field, the words, what was kept. */
export const Problem = v.object({
  type: v.string(),
  title: v.string(),
  status: v.number(),
  code: v.string(),
  detail: v.string(),
  fields: v.optional(v.array(v.object({ field: v.string(), says: v.string() }))),
  /** With a stale write: what the server holds now. */
  current: v.optional(v.unknown()),
})
export type Problem = v.InferOutput<typeof Problem>

/** A cell that a spreadsheet would run as a formula is written as text. */
export function neutraliseFormula(cell: string): string {
  return /^[=+\-@\t\r]/.test(cell) && !/^-?\d+([.,]\d+)?$/.test(cell) ? `'${cell}` : cell
}

/** What core made and the web reads: of one type on both sides, so that only its being there is checked. */
export const given = <T>() => v.custom<T>((value) => typeof value === 'object' && value !== null)
