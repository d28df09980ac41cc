import type { PURPOSES } from '@hatch-book/contract'
import { type AnimalPage, type AnimalRow, type HatchFact } from '@hatch-book/contract'

/** An animal as it is being written down. */
export interface AnimalWriting {
  tag: string
  protocolId: string
  form: string
  line: string
  sex: AnimalRow['sex']
  precision: HatchFact['precision'] | 'not known'
  date: string
  widthDays: number
  damId: string | null
  sireId: string | null
  placeId: string | null
  purpose: (typeof PURPOSES)[number]
  origin: string
  note: string
  /** As typed. */
  weight: string
}

const blank: AnimalWriting = {
  tag: '',
  protocolId: '',
  form: '',
  line: '',
  sex: 'unknown',
  precision: 'day',
  date: '',
  widthDays: 30,
  damId: null,
  sireId: null,
  placeId: null,
  purpose: 'growing on',
  origin: '',
  note: '',
  weight: '',
}
export const PRECISIONS = ['day', 'month', 'year', 'about', 'not known'] as const
export const DATE_HINTS: Record<AnimalWriting['precision'], string> = {
  day: '2025-09-03',
  month: '2025-09',
  year: '2025',
  about: '2025-09-03',
  'not known': '',
}

/** What a form starts with: nothing, or what is known already. */
export function writingOf(page: AnimalPage | undefined): AnimalWriting {
  if (!page) return blank
  const { animal } = page
  const fact = animal.hatchFact
  return {
    ...blank,
    ...{
      tag: animal.tag,
      protocolId: page.protocolId,
      form: animal.form,
      line: animal.line,
      sex: animal.sex,
      purpose: animal.purpose,
      origin: page.origin,
      note: page.note,
    },
    ...{
      precision: fact?.precision ?? 'not known',
      date: fact?.date ?? '',
      widthDays: fact?.widthDays || 30,
      damId: animal.dam?.id ?? null,
      sireId: animal.sire?.id ?? null,
    },
  }
}

/** The hatch date as it is sent: null where it is not known. */
export function hatchFactOf({ precision, date, widthDays }: AnimalWriting): HatchFact | null {
  if (precision === 'not known' || date.trim() === '') return null
  return { date: date.trim(), precision, widthDays: precision === 'about' ? widthDays : 0 }
}

/** Fields of what is sent that stand in the form under another name. */
export const fieldOfAnimal = (field: string): string =>
  field === 'grams' ? 'weight' : field.startsWith('hatched') ? 'date' : field
