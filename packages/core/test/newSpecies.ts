import { documentOfSpecies, wayOfLife, type LibraryEntry, type ProtocolDocument } from '../src'

/** A species of a way of life of which its keeper has said nothing but this. */
export const speciesOf = (
  way: string,
  said: Record<string, number> = {},
  entry?: LibraryEntry,
): ProtocolDocument =>
  documentOfSpecies({
    ...{ code: 'NEW', species: entry?.name ?? 'dune runner', latin: entry?.latin ?? '' },
    ...{ way: wayOfLife(way)!, entry },
    says: Object.fromEntries(
      Object.entries(said).map(([key, value]) => [key, { value, low: null, high: null }]),
    ),
  })
