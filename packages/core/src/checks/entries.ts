import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Line, remark } from '../values'
import { checkInWords, LONGEST_CHECK } from './names'

const MOST_PARTS = 40
const Name = Line(LONGEST_CHECK)
const Parts = v.pipe(v.array(Name), v.maxLength(MOST_PARTS))

export const ENTRIES_OF_CHECKS = [
  /** An animal looked over part by part: what was found, and what was not looked at. */
  defineEntry({
    kind: 'checked',
    subject: 'animal',
    by: 'helper',
    payload: v.pipe(
      v.object({
        /** By which list: `Routine check`. */
        check: Name,
        /** What was looked at, well or not. */
        looked: v.pipe(Parts, v.minLength(1, 'look at one part at least')),
        /** What was not looked at: nobody knows whether it is well. */
        left: v.optional(Parts, []),
        found: v.optional(
          v.pipe(
            v.array(
              v.object({
                part: Name,
                sign: Line(120),
                /** Not ill, only not ready yet: no problem is opened for it. */
                waits: v.optional(v.boolean(), false),
              }),
            ),
            v.maxLength(MOST_PARTS * 2),
          ),
          [],
        ),
        ...remark,
      }),
      v.check(
        ({ looked, found }) => found.every(({ part }) => looked.includes(part)),
        'a sign is of a part that was looked at',
      ),
    ),
    says: ({ check, ...seen }) => `${check}: ${checkInWords(seen)}`,
  }),
] as const
