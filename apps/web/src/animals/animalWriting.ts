import type { AnimalPage, AnimalRow, PURPOSES } from '@hatch-book/contract'
import { writtenHatched } from '@hatch-book/core'

/** An animal as it is being written down. */
export interface AnimalWriting {
  tag: string
  name: string
  protocolId: string
  form: string
  line: string
  sex: AnimalRow['sex']
  /** As typed: a date, or an age. */
  hatched: string
  damId: string | null
  sireId: string | null
  placeId: string | null
  purpose: (typeof PURPOSES)[number]
  origin: string
  note: string
  /** As typed; so are look and genes. */
  weight: string
  look: string
  /** The day it came, where it was not bred here. */
  arrived: string | null
}

const blank: AnimalWriting = {
  tag: '',
  name: '',
  protocolId: '',
  form: '',
  line: '',
  sex: 'unknown',
  hatched: '',
  damId: null,
  sireId: null,
  placeId: null,
  purpose: 'growing on',
  origin: '',
  note: '',
  weight: '',
  look: '',
  arrived: null,
}
/** What a form starts with: nothing, or what is known already. */
export function writingOf(page: AnimalPage | undefined): AnimalWriting {
  if (!page) return blank
  const { animal } = page
  return {
    ...blank,
    ...{
      tag: animal.tag,
      name: animal.name,
      protocolId: page.protocolId,
      form: animal.form,
      line: animal.line,
      sex: animal.sex,
      purpose: animal.purpose,
      origin: page.origin,
      note: page.note,
    },
    ...{
      hatched: writtenHatched(animal.hatchFact),
      damId: animal.dam?.id ?? null,
      sireId: animal.sire?.id ?? null,
    },
  }
}

/** Fields of what is sent that stand in the form under another name. */
export const fieldOfAnimal = (field: string): string =>
  field === 'grams' ? 'weight' : field.startsWith('hatched') ? 'hatched' : field
