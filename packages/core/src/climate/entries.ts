import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Celsius, remark } from '../values'

export const ENTRIES_OF_CLIMATE = [
  defineEntry({
    kind: 'calibrated',
    subject: 'place',
    by: 'helper',
    act: true,
    touches: ['climate'],
    payload: v.object({ readC: Celsius, trueC: Celsius, offsetC: v.number(), ...remark }),
    says: ({ readC, trueC }, figures) =>
      `probe compared: it showed ${figures.celsius(readC, 2)}, true was ${figures.celsius(trueC, 2)}`,
  }),
  /** Read off a thermometer that nobody logs: now, and the lowest and highest since it was last set back. */
  defineEntry({
    kind: 'thermometer read',
    subject: 'place',
    by: 'helper',
    touches: ['climate'],
    payload: v.pipe(
      v.object({
        celsius: v.optional(Celsius),
        lowC: v.optional(Celsius),
        highC: v.optional(Celsius),
        ...remark,
      }),
      v.check(
        ({ celsius, lowC, highC }) => celsius !== undefined || (lowC !== undefined && highC !== undefined),
        'write what it shows, or its lowest and highest',
      ),
      v.check(
        ({ lowC, highC }) => (lowC === undefined) === (highC === undefined),
        'write both the lowest and the highest reading',
      ),
      v.check(
        ({ celsius: c, lowC: low = -Infinity, highC: high = Infinity }) =>
          low <= high && (c === undefined || (low <= c && c <= high)),
        'what it shows must lie between the lowest and the highest',
      ),
    ),
    says: ({ celsius, lowC, highC }, figures) => {
      const shows = celsius === undefined ? '' : `shows ${figures.celsius(celsius)}`
      const range =
        lowC === undefined || highC === undefined
          ? ''
          : `${figures.celsius(lowC)} to ${figures.celsius(highC)} since it was set back`
      return `thermometer ${[shows, range].filter(Boolean).join(', ')}`
    },
  }),
  defineEntry({
    kind: 'set point',
    subject: 'place',
    by: 'keeper',
    touches: ['climate'],
    payload: v.object({
      celsius: Celsius,
      /** What it was set to before, where the log does not tell. */
      wasC: v.optional(Celsius),
      /** A colder or warmer part of each day. */
      night: v.optional(
        v.nullable(
          v.object({
            celsius: Celsius,
            startHour: v.pipe(v.number(), v.minValue(0), v.maxValue(23.99)),
            hours: v.pipe(v.number(), v.minValue(0), v.maxValue(24)),
          }),
        ),
      ),
      ...remark,
    }),
    says: ({ celsius, night }, figures) =>
      `set to ${figures.celsius(celsius)}${night ? `, ${figures.celsius(night.celsius)} by night` : ''}`,
  }),
] as const
