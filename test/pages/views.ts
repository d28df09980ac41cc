import type { WholeBook } from '../../apps/server/test/wholeBook'
import { routes } from '../../apps/web/src/routes'

/** Every view there is, as its route has it. */
export const VIEWS = routes
  .find((r) => r.path === '/')!
  .children!.flatMap(({ path }) => (path && path !== '*' ? [path] : []))

/** What stands for the thing in an address, by its view. */
export const THINGS: Record<string, (of: WholeBook) => string> = {
  'animals/:id': (of) => of.female,
  'animals/:id/edit': (of) => of.young,
  'protocols/:id': (of) => of.protocolOf('CS'),
  'rest/units/:id': (of) => of.unit,
  'pairing/:id': (of) => of.pairing,
  'climate/:id': (of) => of.incubator,
  'incubation/:id': (of) => of.clutch,
  'rearing/holdbacks/:id': (of) => of.clutch,
  'rearing/:id': (of) => of.young,
  'cohorts/:id?': (of) => of.cohort,
  'colonies/:id': (of) => of.colony,
}
export const isOfAThing = (path: string) => path.includes(':')

export const addressWith = (path: string, id: string) => `/${path.replace(/:id\??/, id)}`

/** Where a view is met in a book with something in every room; null where it is of something that this book has not. */
export const addressIn = (path: string, of: WholeBook): string | null =>
  !isOfAThing(path) ? `/${path}` : THINGS[path] ? addressWith(path, THINGS[path](of)) : null
