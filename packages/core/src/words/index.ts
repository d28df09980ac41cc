/** How many of what, as it is said in a sentence: 1 egg, 2 eggs, 1,200 eggs. */
export const counted = (n: number, one: string, many = `${one}s`): string =>
  `${n.toLocaleString('en')} ${n === 1 ? one : many}`

/** How often something comes back: every day, every 3 days. */
export const everyDays = (days: number): string => (days === 1 ? 'every day' : `every ${days} days`)

/** How often something was done: once, 2 times. */
export const times = (n: number): string => (n === 1 ? 'once' : counted(n, 'time'))
