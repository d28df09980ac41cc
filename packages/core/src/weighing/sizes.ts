import type { BodyPlan } from '../animals/bodyPlan'

/**
 * What is measured of an animal, in millimetres: in which field of the log it stands, what it is called, and what is said before and behind the
 * figure.
 */
export const BODY_SIZES = {
  length: { field: 'lengthMm', label: 'Total length', says: ['', ' long'] },
  body: { field: 'bodyMm', label: 'Snout to vent', says: ['snout to vent ', ''] },
  shell: { field: 'shellMm', label: 'Shell length', says: ['shell ', ' long'] },
  wings: { field: 'wingsMm', label: 'Wingspan', says: ['wingspan ', ''] },
  girth: { field: 'girthMm', label: 'Girth', says: ['', ' round'] },
  head: { field: 'headMm', label: 'Head width', says: ['head ', ' wide'] },
} as const

export type BodySize = keyof typeof BODY_SIZES
export const bodySizes = Object.keys(BODY_SIZES) as BodySize[]

/** How it was measured. */
export const MEASURED_BY = ['ruler', 'tape', 'calipers', 'photo'] as const

/** A measure in words, such as `shell 41 mm long`. */
export function sizeInWords(of: BodySize, mm: number): string {
  const [before, behind] = BODY_SIZES[of].says
  return `${before}${Number(mm.toPrecision(4))} mm${behind}`
}

/** What an animal measured when it was last measured. */
export type Measured = Partial<Record<BodySize, { mm: number; on: string }>>

/** What is measured first of each kind of body. */
export const USUAL_SIZE: Readonly<Record<BodyPlan, BodySize>> = {
  snake: 'length',
  lizard: 'length',
  chelonian: 'shell',
  frog: 'body',
  salamander: 'length',
  arthropod: 'length',
}
