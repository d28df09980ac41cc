import type { AnimalPage } from '@hatch-book/contract'
import type { PayloadOf } from '@hatch-book/core'

export type Check = AnimalPage['checks'][number]
type Part = Check['parts'][number]
export type Sign = Part['signs'][number]
/** What is said of a part: well, not looked at, or the signs that were found. */
export type Said = 'well' | 'left' | readonly string[]

export const isFound = (said: Said | undefined): said is readonly string[] => Array.isArray(said)

/** What goes into the log: what nobody looked at is left open. */
export function checkedPayload(
  { name, parts }: Check,
  said: Readonly<Record<string, Said>>,
): PayloadOf<'checked'> {
  const looked = parts.filter(({ part }) => said[part] === 'well' || isFound(said[part]))
  return {
    check: name,
    looked: looked.map(({ part }) => part),
    left: parts.filter((part) => !looked.includes(part)).map(({ part }) => part),
    found: looked.flatMap(({ part, signs }) => {
      const found = said[part]
      return isFound(found)
        ? signs
            .filter(({ sign }) => found.includes(sign))
            .map(({ sign, waits = false }) => ({ part, sign, waits }))
        : []
    }),
  }
}

/** The check that is due first; where none is, the first of its list. */
export const checkToBegin = (checks: readonly Check[]): string =>
  [...checks].sort((a, b) => (a.due?.due ?? '9').localeCompare(b.due?.due ?? '9'))[0]?.name ?? ''
