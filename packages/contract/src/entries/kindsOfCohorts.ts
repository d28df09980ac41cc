import * as v from 'valibot'
import { DaySchema, Id, Line, Note } from '../common'

const MOST = 1_000_000
const Whole = v.pipe(
  v.number('write it in figures'),
  v.integer('whole animals'),
  v.minValue(0, 'a count is from 0 on'),
  v.maxValue(MOST, 'at most a million'),
)
const Some = v.pipe(Whole, v.minValue(1, 'one at least'))
const Estimate = v.pipe(
  v.object({ count: Whole, low: Whole, high: Whole }),
  v.check(({ count, low, high }) => low <= count && count <= high, 'an interval holds its count'),
)
/** By the names of the protocol's stages; the grown are `females`, `males` and, not told apart, `grown`. */
const ByStage = <T extends v.GenericSchema>(each: T) => v.record(Line(60), each)
const Sexes = v.object({ females: Whole, males: Whole })
const remark = { note: v.optional(Note) }

/** What is written of a cohort or a breeding box. */
export const KINDS_OF_COHORTS = {
  /** All of it was looked through: what is not named is not there. */
  'cohort counted': {
    subject: 'cohort',
    payload: v.object({
      stages: ByStage(Estimate),
      /** Of those in the last young stage, so many were told apart by sex. */
      sexed: v.optional(Sexes),
      ...remark,
    }),
  },
  'moulted on': {
    subject: 'cohort',
    payload: v.object({ from: Line(60), to: Line(60), count: Some, ...remark }),
  },
  lost: {
    subject: 'cohort',
    payload: v.object({
      stage: Line(60),
      count: Some,
      why: v.picklist(
        ['found dead', 'stuck in the moult', 'eaten', 'escaped', 'not found'],
        'why was it lost?',
      ),
      ...remark,
    }),
  },
  /** Sold, given away, frozen or fed off: they are gone. */
  'passed on': {
    subject: 'cohort',
    payload: v.object({
      stage: Line(60),
      count: Some,
      how: v.picklist(['sold', 'given away', 'frozen', 'fed off'], 'sold, given away, frozen or fed off?'),
      ...remark,
    }),
  },
  /** To another cohort (split, merged), or out of one. */
  'moved out': {
    subject: 'cohort',
    payload: v.object({ to: Id, stages: ByStage(Some), sexed: v.optional(Sexes), ...remark }),
  },
  'moved in': {
    subject: 'cohort',
    payload: v.object({
      from: Id,
      stages: ByStage(Some),
      sexed: v.optional(Sexes),
      since: v.optional(ByStage(v.nullable(DaySchema))),
      ...remark,
    }),
  },
  /** One became an animal with a name. */
  singled: {
    subject: 'cohort',
    payload: v.object({ stage: Line(60), animalId: Id, tag: Line(40), ...remark }),
  },
  /** A breeding box was looked through. */
  searched: {
    subject: 'cohort',
    payload: v.object({
      eggs: v.object({ young: Whole, old: Whole }),
      larvae: ByStage(Some),
      /** Widths of heads as measured, mm. */
      heads: v.optional(
        v.pipe(
          v.array(v.pipe(v.number(), v.gtValue(0, 'a head has a width'), v.maxValue(50, 'at most 50 mm'))),
          v.maxLength(500),
        ),
        [],
      ),
      adults: Sexes,
      /** Eggs and larvae were taken out, each egg into a cell of its own. */
      takenOut: v.boolean(),
      ...remark,
    }),
  },
  'adults set in': { subject: 'cohort', payload: v.object({ ...Sexes.entries, ...remark }) },
  'adults taken out': { subject: 'cohort', payload: v.object({ ...Sexes.entries, ...remark }) },
  'eggs collected': {
    subject: 'cohort',
    payload: v.object({
      count: Some,
      mothers: v.picklist(['mated', 'not mated', 'mixed'], 'mated, not mated or mixed?'),
      ...remark,
    }),
  },
  emerged: {
    subject: 'cohort',
    payload: v.object({ ...Sexes.entries, unsexed: v.optional(Whole, 0), ...remark }),
  },
  /** Signs that eggs are fertile or not, such as a dent. */
  'eggs judged': {
    subject: 'cohort',
    payload: v.object({ fertile: Whole, infertile: Whole, laidOn: v.optional(DaySchema), ...remark }),
  },
} as const
