import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { counted } from '../words'
import { DaySchema, Id, Line, remark } from '../values'
import { ofStage, stageOf } from './stageWords'

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

const told = (stages: Readonly<Record<string, number>>) =>
  Object.entries(stages)
    .map(([stage, n]) => ofStage(n, stage))
    .join(', ')
const bySex = (females: number, males: number) => `${counted(females, 'female')}, ${counted(males, 'male')}`

/** What is written of a cohort or a breeding box. */
export const ENTRIES_OF_COHORTS = [
  /** All of it was looked through: what is not named is not there. */
  defineEntry({
    kind: 'cohort counted',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({
      stages: ByStage(Estimate),
      /** Of those in the last young stage, so many were told apart by sex. */
      sexed: v.optional(Sexes),
      ...remark,
    }),
    says: ({ stages }) => {
      const each = Object.entries(stages).map(([stage, { count, low, high }]) =>
        low < high ? `${count} (${low} to ${high}) ${stageOf(count, stage)}` : ofStage(count, stage),
      )
      return `counted: ${each.join(', ') || 'none'}`
    },
  }),
  defineEntry({
    kind: 'moulted on',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({ from: Line(60), to: Line(60), count: Some, ...remark }),
    says: ({ from, to, count }) => `${count} moulted from ${from} to ${to}`,
  }),
  defineEntry({
    kind: 'lost',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({
      stage: Line(60),
      count: Some,
      why: v.picklist(
        ['found dead', 'stuck in the moult', 'eaten', 'escaped', 'not found'],
        'why was it lost?',
      ),
      ...remark,
    }),
    says: ({ stage, count, why }) => `lost ${ofStage(count, stage)}: ${why}`,
  }),
  /** Sold, given away, frozen or fed off: they are gone. */
  defineEntry({
    kind: 'passed on',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({
      stage: Line(60),
      count: Some,
      how: v.picklist(['sold', 'given away', 'frozen', 'fed off'], 'sold, given away, frozen or fed off?'),
      ...remark,
    }),
    says: ({ stage, count, how }) => `${how}: ${ofStage(count, stage)}`,
  }),
  /** To another cohort (split, merged). */
  defineEntry({
    kind: 'moved out',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({ to: Id, stages: ByStage(Some), sexed: v.optional(Sexes), ...remark }),
    says: ({ stages }) => `to another cohort: ${told(stages)}`,
  }),
  defineEntry({
    kind: 'moved in',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({
      from: Id,
      stages: ByStage(Some),
      sexed: v.optional(Sexes),
      since: v.optional(ByStage(v.nullable(DaySchema))),
      ...remark,
    }),
    says: ({ stages }) => `out of another cohort: ${told(stages)}`,
  }),
  /** One became an animal with a name. */
  defineEntry({
    kind: 'singled',
    subject: 'cohort',
    by: 'helper',
    act: true,
    touches: ['animals'],
    payload: v.object({ stage: Line(60), animalId: Id, tag: Line(40), ...remark }),
    says: ({ stage, tag }) => `one of the ${stage} became ${tag}`,
  }),
  /** A breeding box was looked through. */
  defineEntry({
    kind: 'searched',
    subject: 'cohort',
    by: 'helper',
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
    says: ({ eggs, larvae, adults }) =>
      `searched: ${counted(eggs.young, 'young egg')}, ${eggs.old} old, ${told(larvae) || 'no larvae'}, ${bySex(adults.females, adults.males)}`,
  }),
  defineEntry({
    kind: 'adults set in',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({ ...Sexes.entries, ...remark }),
    says: ({ females, males }) => `put in ${bySex(females, males)}`,
  }),
  defineEntry({
    kind: 'adults taken out',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({ ...Sexes.entries, ...remark }),
    says: ({ females, males }) => `took out ${bySex(females, males)}`,
  }),
  defineEntry({
    kind: 'eggs collected',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({
      count: Some,
      mothers: v.picklist(['mated', 'not mated', 'mixed'], 'mated, not mated or mixed?'),
      ...remark,
    }),
    says: ({ count, mothers }) => `${counted(count, 'egg')} collected, mothers ${mothers}`,
  }),
  defineEntry({
    kind: 'emerged',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({ ...Sexes.entries, unsexed: v.optional(Whole, 0), ...remark }),
    says: ({ females, males, unsexed }) =>
      unsexed > 0 ? `emerged: ${unsexed}` : `emerged: ${bySex(females, males)}`,
  }),
  /** Signs that eggs are fertile or not, such as a dent. */
  defineEntry({
    kind: 'eggs judged',
    subject: 'cohort',
    by: 'helper',
    payload: v.object({ fertile: Whole, infertile: Whole, laidOn: v.optional(DaySchema), ...remark }),
    says: ({ fertile, infertile }) => `eggs judged: ${fertile} fertile, ${infertile} not`,
  }),
] as const
