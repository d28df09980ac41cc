import { readGenes, type GeneSet, type Wanted } from '@hatch-book/core'

/** What a wish reads as, for the field it was typed in. */
export const wishInWords = (wish: Wanted | null) =>
  [
    wish?.sex,
    ...(wish?.traits ?? []).map(({ trait, as }) =>
      as === 'shows'
        ? trait
        : as === 'carries'
          ? `het ${trait}`
          : as === 'two copies'
            ? `double ${trait}`
            : `no ${trait}`,
    ),
  ]
    .filter(Boolean)
    .join(', ')

/** Reads a wish as keepers say it: what shows, what is carried, what is not there, and a sex. */
export function readWish(text: string, genes: GeneSet): { wish: Wanted | null; says: string } {
  const sex = /\b(female|male)s?\b/i.exec(text)?.[1]?.toLowerCase() as 'female' | 'male' | undefined
  const { parts, unread } = readGenes(text.replace(/\b(fe)?males?\b/gi, ','), genes)
  const traits = parts
    .filter((p) => p.trait !== 'plain' && p.score === undefined)
    .map((p) => ({
      trait: p.trait,
      as:
        p.carries === 'without' ? ('without' as const) : p.copies === 2 ? ('two copies' as const) : p.carries,
    }))
  return { wish: traits.length > 0 ? { traits, ...(sex ? { sex } : {}) } : null, says: unread[0]?.says ?? '' }
}
