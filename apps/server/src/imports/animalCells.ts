import { PURPOSES, Tag } from '@hatch-book/contract'
import * as v from 'valibot'

/** Reads one cell of a list: the value, or words saying why it cannot be read. */
export type CellReading<T> = { value: T } | { says: string }

const SEX_WORDS: Record<string, 'female' | 'male' | 'unknown'> = {
  ...{ f: 'female', female: 'female', '0.1': 'female', '♀': 'female' },
  ...{ m: 'male', male: 'male', '1.0': 'male', '♂': 'male' },
  ...{
    '': 'unknown',
    u: 'unknown',
    unknown: 'unknown',
    '?': 'unknown',
    unsexed: 'unknown',
    '0.0.1': 'unknown',
  },
}

export function readSex(cell: string): CellReading<'female' | 'male' | 'unknown'> {
  const value = SEX_WORDS[cell.trim().toLowerCase()]
  return value ? { value } : { says: `'${cell.trim()}' is not a sex: write female, male or unknown` }
}

export function readTag(cell: string): CellReading<string> {
  const read = v.safeParse(Tag, cell)
  return read.success
    ? { value: read.output }
    : {
        says:
          cell.trim() === '' ? 'a tag is wanted' : `'${cell.trim().slice(0, 30)}': ${read.issues[0].message}`,
      }
}

export function readPurpose(cell: string): CellReading<(typeof PURPOSES)[number]> {
  const text = cell.trim().toLowerCase()
  if (text === '') return { value: 'growing on' }
  const value = PURPOSES.find((p) => p === text)
  return value ? { value } : { says: `'${cell.trim()}' is not a purpose: write ${PURPOSES.join(', ')}` }
}
