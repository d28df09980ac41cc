import type { IncubationRules, Protocol } from '../protocols'

/** Asked of a species whose young are born: nothing is set in an incubator. */
export class LiveBearerError extends Error {
  constructor(readonly species: string) {
    super(`no eggs are set of a ${species}: its young are born`)
  }
}

/**
 * How a species' eggs are incubated.
 * @throws LiveBearerError when its young are born
 */
export function incubationOf({
  incubation,
  species,
}: Pick<Protocol, 'incubation' | 'species'>): IncubationRules {
  if (!incubation) throw new LiveBearerError(species)
  return incubation
}
