import type { ProtocolDocument, ProtocolFigure } from './document'
import type { FigureSetting } from './limits'
import questions from './schools.json' with { type: 'json' }

/** How a school sets one figure: to a value, to what another figure is, or to a multiple of what it was. */
type SchoolSets =
  | { key: string; to: { value: number | string; low: number | null; high: number | null } }
  | { key: string; like: string }
  | { key: string; times: number }

/** One way of doing it, with its argument. None is marked as best: a keeper chooses, and the seasons show. */
export interface School {
  letter: string
  name: string
  argument: string
  sets: SchoolSets[]
}

/** Something good keepers disagree about. */
export interface SchoolQuestion {
  code: string
  question: string
  /** Codes of the species it is asked of. */
  of: string[]
  /** Ways of life whose species it is asked of. */
  ways: string[]
  /** What moves with the answer, in words. */
  changes: string
  schools: School[]
}

export const SCHOOL_QUESTIONS = questions as unknown as readonly SchoolQuestion[]

/** What is asked of a species: of itself by name, or of every species of its way of life. */
export const questionsOf = ({ code, wayOfLife }: Pick<ProtocolDocument, 'code' | 'wayOfLife'>) =>
  SCHOOL_QUESTIONS.filter(
    (q) => q.of.includes(code) || (wayOfLife !== undefined && q.ways.includes(wayOfLife)),
  )

/**
 * What following a school sets, given the figures as they stand.
 * @returns only figures that the protocol has; nothing when the question or the school is not known
 */
export function schoolFigures(
  figures: Readonly<Record<string, ProtocolFigure>>,
  species: Pick<ProtocolDocument, 'code' | 'wayOfLife'>,
  question: string,
  letter: string,
): { key: string; setting: FigureSetting; school: string }[] {
  const school = questionsOf(species)
    .find((q) => q.code === question)
    ?.schools.find((s) => s.letter === letter)
  if (!school) return []
  return school.sets.flatMap((set) => {
    const setting = settingOf(set, figures)
    return setting ? [{ key: set.key, setting, school: school.name }] : []
  })
}

function settingOf(set: SchoolSets, figures: Readonly<Record<string, ProtocolFigure>>): FigureSetting | null {
  const figure = figures[set.key]
  if (!figure) return null
  if ('to' in set) return set.to
  if ('like' in set) {
    const other = figures[set.like]
    return other ? { value: other.value, low: other.low, high: other.high } : null
  }
  const scaled = (v: number | null) => (v === null ? null : Math.round(v * set.times * 1e6) / 1e6)
  return typeof figure.value === 'number'
    ? { value: scaled(figure.value)!, low: scaled(figure.low), high: scaled(figure.high) }
    : null
}
