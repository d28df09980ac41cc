/** What a cell of a list says of a place: one of the book's, a new one, or none that could be told apart. */
export type PlaceReading = { value: { id: string | null; name: string } } | { says: string }

/** However somebody divides rack and tub, and however wide. */
const plain = (name: string) =>
  name
    .toLowerCase()
    .split(/[·/>:|,\s]+/)
    .filter((part) => part !== '')
    .join(' ')

/**
 * Reads places by the names a book gives them: `Rack · D2`, `rack / d2`, or `D2` alone where one tub only is called so.
 * @param names of all places by id, as they are told: a tub with its rack
 * @returns what a cell says; one that no place is called is new
 */
export function placeReaderOf(names: ReadonlyMap<string, string>): (cell: string) => PlaceReading {
  const [whole, own] = [new Map<string, string[]>(), new Map<string, string[]>()]
  const put = (map: Map<string, string[]>, key: string, id: string) =>
    map.set(key, [...(map.get(key) ?? []), id])
  for (const [id, name] of names) {
    put(whole, plain(name), id)
    put(own, plain(name.split(' · ').at(-1)!), id)
  }
  return (cell) => {
    const name = cell.trim()
    const found = whole.get(plain(name)) ?? own.get(plain(name)) ?? []
    if (found.length > 1)
      return {
        says: `'${name}' could be ${found
          .slice(0, 4)
          .map((id) => names.get(id))
          .join(' or ')}: write which one`,
      }
    return { value: { id: found[0] ?? null, name } }
  }
}
