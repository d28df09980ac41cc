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
  says = {},
}: SpeciesTold): ProtocolDocument {
  return {
    ...{ format: 'hatch-book protocol', formatVersion: 1, code, species, latin, wayOfLife: way.code },
    ...(entry ? { library: entry.latin } : {}),
    ...{ bodyPlan: way.bodyPlan, keptAs: way.keptAs, young: way.young },
    figures: Object.fromEntries(
      Object.entries(says).map(([key, { value, low, high }]): [string, ProtocolFigure] => [
        key,
        {
          ...{ label: labelOfFigure(key), unit: declarationOf(key)!.unit },
          ...{ value, low, high, confidence: 'medium' },
        },
      ]),
    ),
  }
}
