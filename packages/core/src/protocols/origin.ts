import type { Protocol } from './types'

/** Who stands behind a verdict that rests on some figures: the protocol, and whoever set one of them otherwise. */
export function originOf(
  { origin, sources }: Pick<Protocol, 'origin' | 'sources'>,
  ...keys: string[]
): string {
  const said = [...new Set(keys.flatMap((key) => sources[key] ?? []))]
  return said.length === 0 ? origin : `${origin}; ${said.join(', ')}`
}
