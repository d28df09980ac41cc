import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { PickField } from './fields'

/** The species of something new, out of those that the book keeps; one that is not among them is added on the way. */
export function SpeciesField({
  species,
  width,
  onPick,
}: {
  species: readonly { protocolId: string; species: string }[]
  width?: number
  onPick?(protocolId: string): void
}) {
  const hint: ReactNode = <Link to="/protocols/new">Add a species that is not listed</Link>
  return (
    <PickField
      name="protocolId"
      label="Species"
      options={species.map((s) => ({ value: s.protocolId, label: s.species }))}
      needed="Choose a species"
      placeholder={species.length === 0 ? 'none in this book yet' : 'choose'}
      hint={hint}
      {...(width && { width })}
      {...(onPick && { onPick })}
    />
  )
}

/** The one that is meant where no other can be: nothing is written down as of a species by mistake. */
export const onlyOne = (species: readonly { protocolId: string }[]): string | null =>
  species.length === 1 ? species[0]!.protocolId : null
