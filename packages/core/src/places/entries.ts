import * as v from 'valibot'
import { TIMES_OF_DAY } from '../calendar'
import { LONGEST_CARE } from '../care/names'
import { defineEntry } from '../log/define'
import { Line, remark } from '../values'
import { everyDays as inDays } from '../words'
import { EQUIPMENT_KINDS, LONGEST_EQUIPMENT } from './kinds'

/** What is done at a place and said by its name alone. */
const done = <const K extends string>(kind: K, by: 'helper' | 'keeper') =>
  defineEntry({ kind, subject: 'place', by, payload: v.object({ ...remark }), says: () => kind })

export const ENTRIES_OF_PLACES = [
  done('soiled', 'helper'),
  /** New, or the same once more: whatever is fitted under a name takes the place of what had it. */
  defineEntry({
    kind: 'equipment fitted',
    subject: 'place',
    by: 'helper',
    payload: v.object({
      equipment: Line(LONGEST_EQUIPMENT),
      kind: v.picklist(EQUIPMENT_KINDS, 'choose what it is'),
      replaceDays: v.optional(
        v.pipe(
          v.number('write the days in figures'),
          v.integer('write whole days'),
          v.minValue(1, 'at least one day'),
          v.maxValue(4000, 'at most 4000 days'),
        ),
      ),
      ...remark,
    }),
    says: ({ equipment, replaceDays }) =>
      `fitted ${equipment}${replaceDays === undefined ? '' : `, to be replaced after ${replaceDays} days`}`,
  }),
  defineEntry({
    kind: 'equipment taken out',
    subject: 'place',
    by: 'helper',
    payload: v.object({ equipment: Line(LONGEST_EQUIPMENT), ...remark }),
    says: ({ equipment }) => `took out ${equipment}`,
  }),
  /** What is repeated at a place whoever lives in it; set up once more under its name, it has another rhythm. */
  defineEntry({
    kind: 'place task set up',
    subject: 'place',
    by: 'keeper',
    payload: v.object({
      task: Line(LONGEST_CARE),
      everyDays: v.pipe(
        v.number('write the days in figures'),
        v.integer('write whole days'),
        v.minValue(1, 'at least one day'),
        v.maxValue(4000, 'at most 4000 days'),
      ),
      at: v.optional(v.pipe(v.array(v.picklist(TIMES_OF_DAY, 'choose times of day')), v.maxLength(3))),
      mayBeLeft: v.optional(v.boolean()),
      ...remark,
    }),
    says: ({ task, everyDays, at = [] }) =>
      `task added: ${task}, ${inDays(everyDays)}${at.length > 0 ? `, ${at.join(' and ')}` : ''}`,
  }),
  defineEntry({
    kind: 'place task dropped',
    subject: 'place',
    by: 'keeper',
    payload: v.object({ task: Line(LONGEST_CARE), ...remark }),
    says: ({ task }) => `task removed: ${task}`,
  }),
  done('trial began', 'keeper'),
  done('trial ended', 'keeper'),
] as const
