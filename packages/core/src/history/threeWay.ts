/** One field that two editors changed to different things. */
export interface Conflict<T> {
  field: keyof T & string
  base: unknown
  theirs: unknown
  mine: unknown
}

/** JSON of plain values tells sameness: what is compared comes from forms and from the server. */
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/**
 * Brings together what two editors made of one thing that they both began with. A field that one of them changed is taken from
 * them; one that both changed to the same is no conflict; one that both changed otherwise is left to a person. A field that is not there
 * is as good as an undefined one.
 * @returns what is agreed, with one's own value where there is a conflict; the fields taken from the other; the conflicts
 */
export function mergeThreeWays<T extends object>(
  base: T,
  theirs: T,
  mine: T,
): { merged: T; taken: (keyof T & string)[]; conflicts: Conflict<T>[] } {
  const merged = { ...mine }
  const taken: (keyof T & string)[] = []
  const conflicts: Conflict<T>[] = []
  // What one of them added or took away is a field that the others lack.
  for (const field of Object.keys({ ...base, ...theirs, ...mine }) as (keyof T & string)[]) {
    const values = { base: base[field], theirs: theirs[field], mine: mine[field] }
    if (same(values.theirs, values.base) || same(values.theirs, values.mine)) continue
    if (same(values.mine, values.base)) {
      merged[field] = theirs[field]
      taken.push(field)
    } else conflicts.push({ field, ...values })
  }
  return { merged, taken, conflicts }
}
