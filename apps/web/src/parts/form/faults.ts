import type { Problem } from '@hatch-book/contract'

/** A field of a form by its name, or by its place in a list: 'tag', or ['young', 0, 'tag']. */
export type FieldName = string | (string | number)[]

export interface Faults {
  /** What is said at a field. */
  atFields: { name: FieldName; errors: string[] }[]
  /** What concerns none that is on the screen. */
  apart: string
}

const pathOf = (field: string) => field.split('.').map((part) => (/^\d+$/.test(part) ? Number(part) : part))
const nameOf = (path: readonly (string | number)[]): FieldName =>
  path.length === 1 ? String(path[0]) : [...path]

function stands(fields: unknown, path: readonly (string | number)[]): boolean {
  let at = fields
  for (const part of path) {
    if (typeof at !== 'object' || at === null || !(part in at)) return false
    at = (at as Record<string | number, unknown>)[part]
  }
  return true
}

/**
 * Lays what was refused at the fields that it is about; what is about none of those that are shown stands by itself.
 * @param shown the fields that are on the screen, as one holds their values
 * @param fieldOf how a field of what was sent is called in the form
 */
export function layFaults(
  { fields, detail, code }: Pick<Problem, 'fields' | 'detail'> & Partial<Pick<Problem, 'code'>>,
  shown: object,
  fieldOf: (field: string) => string,
): Faults {
  const found = new Map<string, { name: FieldName; errors: string[] }>()
  const apart: string[] = []
  for (const { field, says } of fields ?? []) {
    // What is said of a part of a field is said at the field.
    let path = pathOf(fieldOf(field))
    while (path.length > 0 && !stands(shown, path)) path = path.slice(0, -1)
    if (path.length === 0) apart.push(says)
    else {
      const key = path.join('.')
      const before = found.get(key) ?? { name: nameOf(path), errors: [] }
      found.set(key, { ...before, errors: [...before.errors, says] })
    }
  }
  // A gate that is shut names what is missing as its fields; what that forbids is said by its sentence alone.
  const isWhole = (fields ?? []).length === 0 || (code === 'gate-closed' && found.size === 0)
  const nowhere = isWhole ? detail : apart.join('; ')
  return { atFields: [...found.values()], apart: nowhere }
}
