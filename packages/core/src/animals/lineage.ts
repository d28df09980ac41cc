import type { DaySpan } from '../calendar'
import type { Sex } from './standing'

export interface ParentFacts {
  tag: string
  species: string
  sex: Sex
  hatched: DaySpan | null
}

/**
 * Why an animal cannot be the dam or sire of another, in words; empty when it can.
 * A date that is only known between bounds speaks against a parent only when no reading of it fits.
 */
export function parentFaults(
  child: { tag: string; species: string; hatched: DaySpan | null },
  parent: ParentFacts,
  role: 'dam' | 'sire',
): string[] {
  const faults: string[] = []
  const wrong = role === 'dam' ? 'male' : 'female'
  if (parent.tag === child.tag) faults.push(`${child.tag} cannot be its own ${role}`)
  if (parent.sex === wrong) faults.push(`the ${role} ${parent.tag} is ${wrong}`)
  if (parent.species !== child.species)
    faults.push(`the ${role} ${parent.tag} is a ${parent.species}, this is a ${child.species}`)
  if (child.hatched && parent.hatched && child.hatched.to <= parent.hatched.from)
    faults.push(`it hatched before its ${role} ${parent.tag} did`)
  return faults
}
