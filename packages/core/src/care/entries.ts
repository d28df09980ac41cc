import * as v from 'valibot'
import { TIMES_OF_DAY } from '../calendar'
import { defineEntry } from '../log/define'
import { LONGEST_CARE, STAGE_FOOD } from './names'
import { Line, remark } from '../values'

const At = v.optional(v.picklist(TIMES_OF_DAY, 'choose morning, evening or night'))
/** What of its rotation it was. */
const With = v.optional(Line(LONGEST_CARE))

/** Care that is known by its name alone: of a tub, or of whoever has none. */
const done = <const K extends string>(kind: K) =>
  defineEntry({
    kind,
    subject: 'any',
    by: 'helper',
    payload: v.object({ at: At, ...remark }),
    says: () => kind,
  })

const said = (task: string, turn: string | undefined) => (turn === undefined ? task : `${task} (${turn})`)

export const ENTRIES_OF_CARE = [
  done('cleaned'),
  done('misted'),
  done('water changed'),
  /** Care that a protocol names: a bath, a lamp looked at. */
  defineEntry({
    kind: 'cared for',
    subject: 'any',
    by: 'helper',
    payload: v.object({ task: Line(LONGEST_CARE), with: With, at: At, ...remark }),
    says: ({ task, with: turn }) => said(task, turn),
  }),
  /** Food for those who are counted, not named: leaves, pellets, a mash. */
  defineEntry({
    kind: 'food given',
    subject: 'any',
    by: 'helper',
    payload: v.object({ task: Line(LONGEST_CARE), with: With, at: At, ...remark }),
    says: ({ task, with: turn }) =>
      `fed ${task === STAGE_FOOD && turn !== undefined ? turn : said(task, turn)}`,
  }),
] as const
