import type { SaidOfTrait } from './standing'

type Said = Omit<SaidOfTrait, 'odds'>

/** From here on a trait is said without its chance. */
const SURE = 0.95

/** One trait in the shorthand: `het anery`, `66 % het anery`, `no stripe`. */
export function traitInWords({ trait, carries, certainty, copies, score }: Said): string {
  const named = `${copies === 2 ? 'two copies of ' : ''}${trait}${score === undefined ? '' : ` ${score}`}`
  const had = { shows: named, carries: `het ${named}`, without: `no ${named}` }[carries]
  return certainty >= SURE ? had : `${Math.round(certainty * 100)} % ${had}`
}

/**
 * What an animal looks like and carries, in the keepers' shorthand: what shows, then what is carried, the surest first. What it is said to be
 * without is not part of it.
 *
 * @example lookInWords([{ trait: 'anery', carries: 'carries', certainty: 0.66 }, { trait: 'albino', carries: 'shows', certainty: 1 }])
 * // ['albino', '66 % het anery']
 */
export function lookInWords(said: readonly Said[]): string[] {
  const order = { shows: 0, carries: 1, without: 2 }
  return said
    .filter((t) => t.carries !== 'without')
    .sort((a, b) => order[a.carries] - order[b.carries] || b.certainty - a.certainty)
    .map(traitInWords)
}
