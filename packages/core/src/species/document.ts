import {
  declarationOf,
  labelOfFigure,
  type FigureSetting,
  type LibraryEntry,
  type ProtocolDocument,
  type ProtocolFigure,
  type WayOfLife,
} from '../protocols'

export interface SpeciesTold {
  code: string
  species: string
  latin: string
  way: WayOfLife
  /** What it is in the library, or is like there. */
  entry?: Pick<LibraryEntry, 'latin'> | null | undefined
  /** A species of the book that it is like: what that says itself holds for it too, where nothing else is said. */
  like?: Pick<ProtocolDocument, 'figures' | 'library' | 'without'> | null | undefined
  /** What its keeper says, by the keys of the figures; of declared figures only. */
  says?: Readonly<Record<string, FigureSetting>>
}

/** A species as its keeper describes it: a way of life, and whatever they know. */
export function documentOfSpecies({
  code,
  species,
  latin,
  way,
  entry,
  like,
  says = {},
}: SpeciesTold): ProtocolDocument {
  const library = entry?.latin ?? like?.library
  const said = Object.entries(says).map(([key, { value, low, high }]): [string, ProtocolFigure] => [
    key,
    {
      ...{ label: labelOfFigure(key), unit: declarationOf(key)!.unit },
      ...{ value, low, high, confidence: 'medium' },
    },
  ])
  return {
    ...{ format: 'hatch-book protocol', formatVersion: 1, code, species, latin, wayOfLife: way.code },
    ...(library !== undefined && { library }),
    ...(like?.without && { without: like.without }),
    ...{ bodyPlan: way.bodyPlan, keptAs: way.keptAs, young: way.young },
    figures: { ...like?.figures, ...Object.fromEntries(said) },
  }
}
