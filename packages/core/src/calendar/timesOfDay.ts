/** Parts of a day, in their order. */
export const TIMES_OF_DAY = ['morning', 'evening', 'night'] as const
export type TimeOfDay = (typeof TIMES_OF_DAY)[number]

/** Hour from which on each is under way. */
const BEGINS: Readonly<Record<TimeOfDay, number>> = { morning: 0, evening: 15, night: 20 }

/**
 * Whether a part of a day has begun.
 * @param hour by the clock on the wall, from 0 to below 24
 */
export const hasBegun = (time: TimeOfDay, hour: number): boolean => hour >= BEGINS[time]

/** The parts of a day for what is done so many times in it; none where once is enough. */
export const partsOfDay = (timesADay: number): readonly TimeOfDay[] =>
  timesADay < 2 ? [] : timesADay === 2 ? ['morning', 'evening'] : TIMES_OF_DAY

/** The parts of a day that are named in a text, in their order, such as `morning, evening`. */
export const timesNamedIn = (text: string): TimeOfDay[] => {
  const words = text.toLowerCase().split(/[\s,;]+/)
  return TIMES_OF_DAY.filter((time) => words.includes(time))
}
