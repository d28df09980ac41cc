import type { ProtocolFigure } from '../document'
import { ANIMAL_FIGURES } from './animal'
import { BREEDING_FIGURES } from './breeding'
import { CARE_FIGURES } from './care'
import { CHECK_FIGURES } from './checks'
import { COHORT_FIGURES } from './cohort'
import { COLONY_FIGURES } from './colony'
import { COOLING_FIGURES } from './cooling'
import type { FigureDeclaration } from './declare'
import { INCUBATION_FIGURES } from './incubation'
import { LIGHT_FIGURES } from './light'
import { REARING_FIGURES } from './rearing'
import { SCHOOL_FIGURES, setBySchool } from './schools'

export {
  ANY_TIME,
  CARE_IN_WORDS,
  EACH_ANIMAL,
  IN_ALL_STAGES,
  IN_NO_STAGE,
  MAY_BE_LEFT,
  type CareKind,
} from './care'
export type { FigureDeclaration } from './declare'
export { UV_CHOICES, type UvChoice } from './light'
export { OF_NO_QUESTION, setBySchool } from './schools'
export { ALL_OF_IT, ANY_OF_IT, AS_IT_COMES, ASKED, NO_CHECK, NOT_ASKED } from './rearing'

/** Every figure a protocol may hold, by its key; `*` stands for the number of a thing of a list. */
export const figures: Readonly<Record<string, FigureDeclaration>> = {
  ...ANIMAL_FIGURES,
  ...BREEDING_FIGURES,
  ...COOLING_FIGURES,
  ...INCUBATION_FIGURES,
  ...REARING_FIGURES,
  ...CARE_FIGURES,
  ...CHECK_FIGURES,
  ...LIGHT_FIGURES,
  ...COHORT_FIGURES,
  ...COLONY_FIGURES,
  ...SCHOOL_FIGURES,
}

const NUMBER = /\.(\d+)(?=\.|$)/g

/** How a figure is declared; undefined where nothing reads a figure of that name. */
export const declarationOf = (key: string): FigureDeclaration | undefined =>
  figures[(setBySchool(key) ?? key).replace(NUMBER, '.*')]

/** What a keeper adds where nothing of it is said yet: all other figures are there or not by the kind of animal. */
const GROWING =
  /^(?:care\.\d{1,3}\.[a-zA-Z]+|check\.(?:sign\.)?\d{1,3}\.[a-zA-Z]+|leaving\.check|light\.[a-zA-Z]+|school\.(?:question\.)?\d{1,3}\.[a-z]+|stage\.order|stage\.\d{1,3}\.[a-zA-Z.]+)$/

/** What a figure that is to be set is called and measured in: one that is there, or one more of a list that grows; null where it is neither. */
export function figureToSet(
  figures: Readonly<Record<string, ProtocolFigure>>,
  key: string,
): Omit<ProtocolFigure, 'value' | 'low' | 'high'> | null {
  const known = figures[key]
  if (known) return known
  const set = setBySchool(key)
  if (set !== undefined) {
    const figure = figureToSet(figures, set)
    return figure && { ...figure, label: labelOfFigure(key, figures) }
  }
  const declared = GROWING.test(key) ? declarationOf(key) : undefined
  return declared ? { label: labelOfFigure(key, figures), unit: declared.unit, confidence: 'low' } : null
}

/** The values of figures, whatever else is known of them. */
type Values = Readonly<Record<string, Pick<ProtocolFigure, 'value'>>>

/**
 * What a figure is called.
 * @param others the figures it stands among: one that belongs to a thing of a list is called by that thing's name
 */
export function labelOfFigure(key: string, others: Values = {}): string {
  const set = setBySchool(key)
  if (set === undefined) return labelled(figures[key.replace(NUMBER, '.*')]?.label ?? key, key, others)
  return `${labelled('{name}', key, others)}: ${labelOfFigure(set, others)}`
}

/** A label with the number and the name of the thing of a list that it speaks of. */
function labelled(label: string, key: string, others: Values): string {
  if (!label.includes('{')) return label
  const [, list, n] = /^(.*?)\.(\d+)(?=\.|$)/.exec(key) ?? []
  if (list === undefined) return label
  const name = others[`${list}.${n}.name`]?.value ?? n!
  return label.replace('{n}', n!).replace('{name}', String(name))
}

/** What a figure is called where those of all stages and steps stand together: with the name of the thing of a list that it belongs to. */
export function fullLabelOfFigure(key: string, others: Values): string {
  const label = labelOfFigure(key, others)
  const [, list, n, rest] = /^([a-z.A-Z]+)\.(\d+)\.(.+)$/.exec(key) ?? []
  const name = String(others[`${list}.${n}.name`]?.value ?? '')
  return name === '' || rest === 'name' || label.startsWith(name) ? label : `${name}: ${label}`
}

/** What a figure is called within a sentence. */
export const figureInSentence = (key: string): string => labelOfFigure(key).toLowerCase()

/** Figures with what they are called and measured in: as declared, or as they say themselves where nothing reads them. */
export function figuresNamed(
  bare: Readonly<Record<string, Omit<ProtocolFigure, 'label' | 'unit'> & Partial<ProtocolFigure>>>,
): Record<string, ProtocolFigure> {
  const found: Record<string, ProtocolFigure> = {}
  for (const [key, figure] of Object.entries(bare)) {
    const declared = declarationOf(key)
    const label = declared ? labelOfFigure(key, bare) : (figure.label ?? key)
    found[key] = { ...figure, label, unit: declared?.unit ?? figure.unit ?? 'words' }
  }
  return found
}
