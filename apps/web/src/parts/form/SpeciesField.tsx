import type { ProtocolSummary } from '@hatch-book/contract'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { PickField } from './fields'

interface OfferedSpecies {
  protocolId: string
  species: string
}

/** The species of something new, out of those that the book keeps; one that is not among them is added on the way. */
export function SpeciesField({
  species,
  width,
  onPick,
}: {
  species: readonly OfferedSpecies[]
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

/** The species that new animals may be: those kept individually or in cohorts, without the hidden ones. */
export const offeredSpecies = (protocols: readonly ProtocolSummary[]): OfferedSpecies[] =>
  protocols
    .filter((p) => p.keptAs !== 'colonies' && !p.hidden)
    .map((p) => ({ protocolId: p.id, species: p.species }))

/** The one that a form was opened for, or the only one there is: otherwise none, so that nothing is recorded under a species by mistake. */
export function speciesMeant(species: readonly OfferedSpecies[], meant: string | null): string | null {
  if (species.some((s) => s.protocolId === meant)) return meant
  return species.length === 1 ? species[0]!.protocolId : null
}
