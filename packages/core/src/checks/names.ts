/** When a check is due. */
export const CHECK_OCCASIONS = [
  'every so many days',
  'out of the incubator',
  'in mid-rest',
  'before it leaves',
  'before quarantine ends',
] as const
export type CheckOccasion = (typeof CHECK_OCCASIONS)[number]

/** A check and its parts are named in the log by so many letters at most. */
export const LONGEST_CHECK = 60

/** For so many days a check counts where nobody says. */
export const CHECK_GOOD_DAYS = 14

/** What a check found, in a line: what was not looked at is never called well. */
export function checkInWords({
  left,
  found,
}: {
  left: readonly string[]
  found: readonly { sign: string }[]
}): string {
  const nothing = left.length > 0 ? 'nothing found' : 'all well'
  const what = found.length > 0 ? found.map(({ sign }) => sign).join(', ') : nothing
  return left.length > 0 ? `${what}; not looked at: ${left.join(', ')}` : what
}

/** What a check looks at where it names no parts. */
export const ALL_PARTS = 'all'
