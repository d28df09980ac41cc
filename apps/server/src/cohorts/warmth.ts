import type { tables } from '../db/connect'

type Warmth = (typeof tables.cohort.$inferSelect)['warmth']

/** What a cohort stood at day by day, with what it stands at from today on; of one day only the last counts. */
export function warmthNow(
  { warmth, celsius }: { warmth: Warmth; celsius: number },
  next: number | undefined,
  today: string,
): Warmth {
  if (next === undefined || next === celsius) return warmth
  return [...warmth.filter((w) => w.from < today), { from: today, celsius: next }]
}
