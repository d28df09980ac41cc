import type { GeneSet, Wanted } from '@hatch-book/core'
import { Input } from 'antd'
import { useState } from 'react'
import { readWish, wishInWords } from './wish'

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
  /** Empty where it is named by the form it stands in. */
  label?: string
  id?: string
}) {
  const [text, setText] = useState(wishInWords(wish))
  const [says, setSays] = useState('')
  return (
    <div className="field below-0 min-260 grows">
      {label && <label htmlFor={id}>{label}</label>}
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
