/** How many of what, as it is said in a sentence: 1 egg, 2 eggs, 1,200 eggs. */
export const counted = (n: number, one: string, many = `${one}s`): string =>
  `${n.toLocaleString('en')} ${n === 1 ? one : many}`

/** How often something comes back: every day, every 3 days, every 5 to 9 days. */
export function everyDays(least: number, most = least): string {
  if (least !== most) return `every ${least} to ${most} days`
  return least === 1 ? 'every day' : `every ${least} days`
}

/** How often something was done: once, 2 times. */
export const times = (n: number): string => (n === 1 ? 'once' : counted(n, 'time'))

/** The first of many, and how many others there are: C1, C2 and 4 more. */
export const firstOf = (names: readonly string[], most: number): string =>
  names.slice(0, most).join(', ') + (names.length > most ? ` and ${names.length - most} more` : '')
