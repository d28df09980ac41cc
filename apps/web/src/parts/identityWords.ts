import type { AnimalRow } from '@hatch-book/contract'
import { calledOf } from '@hatch-book/core'

/** How sure a sex must be to be told without a doubt. */
const SURE_SEX = 0.95

type Who = Pick<AnimalRow, 'id' | 'tag' | 'name'>
type Sexed = Pick<AnimalRow, 'sex' | 'sexCertainty'>

/** The sex in words. */
export const sexInWords = ({ sex, sexCertainty }: Sexed): string =>
  sex === 'unknown' ? 'not sexed' : sexCertainty < SURE_SEX ? `probably ${sex}` : sex

/** Of what kind it is, its sex, and what it looks like and carries. */
export function describeAnimal(a: Sexed & Pick<AnimalRow, 'species' | 'form' | 'traits'>): string {
  const kind = a.form === '' ? a.species : `${a.form} ${a.species}`
  return [kind, sexInWords(a), ...a.traits].join(', ')
}

/** An animal to be picked: found by its tag, name, line, sex, look and genes, for all of them stand there. */
export function animalOption(
  a: Who & Sexed & Pick<AnimalRow, 'traits' | 'line'>,
  more: readonly string[] = [],
): { value: string; label: string } {
  const said = [sexInWords(a), ...a.traits, a.line, ...more].filter((word) => word !== '')
  return { value: a.id, label: `${calledOf(a)}, ${said.join(', ')}` }
}
