import { addDays } from '@hatch-book/core'
import { useState } from 'react'
import { NewMember } from '../parts/NewMember'
import { useFigures } from '../shell/figures'

/** An account for the sitter, who writes what they see: it opens until the day after the return and then no more. */
export function SitterAccount({ from, to }: { from: string; to: string }) {
  const figures = useFigures()
  const endsOn = addDays(to, 1)
  const [added, setAdded] = useState('')
  return (
    <details className="above-16">
      <summary>An account for the sitter, {figures.span({ from, to: endsOn })}</summary>
      <NewMember
        role="helper"
        endsOn={endsOn}
        button={`Let them in until ${figures.day(endsOn)}`}
        onAdded={setAdded}
      />
      {added && (
        <p className="good">
          {added} can sign in until {figures.day(endsOn)}.
        </p>
      )}
    </details>
  )
}
