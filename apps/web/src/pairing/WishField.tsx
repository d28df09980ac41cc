import { readGenes, type GeneSet, type Wanted } from '@hatch-book/core'
import { Input } from 'antd'
import { useState } from 'react'

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

/** A field for the animal one is after, understood as one types. */
export function WishField({
  genes,
  wish,
  onWish,
  label = 'The one you are after',
  id = 'wish',
}: {
  genes: GeneSet
  wish: Wanted | null
  onWish(wish: Wanted | null): void
  label?: string
  id?: string
}) {
  const [text, setText] = useState(wishInWords(wish))
  const [says, setSays] = useState('')
  return (
    <div className="field" style={{ marginBottom: 0, minWidth: 280, flex: 1 }}>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        value={text}
        placeholder={
          genes.loci.length > 0 ? `${genes.loci[0]!.alleles.at(-1)!.word}, het …` : 'no genes are known'
        }
        aria-invalid={says !== ''}
        onChange={(e) => {
          setText(e.target.value)
          const read = readWish(e.target.value, genes)
          setSays(read.says)
          onWish(read.wish)
        }}
      />
      {says ? (
        <span className="says" role="alert">
          {says}
        </span>
      ) : (
        <span className="small quiet">
          {wish ? `understood: ${wishInWords(wish)}` : 'as you would say it'}
        </span>
      )}
    </div>
  )
}
