import type { ProtocolDocument, ProtocolFigure } from './document'
import { figureToSet, OF_NO_QUESTION } from './figures'
import type { FigureSetting } from './limits'
import questions from './schools.json' with { type: 'json' }

/** How a school sets one figure: to a value, to what another figure is, or to a multiple of what it was. */
type SchoolSets =
  { key: string; to: FigureSetting } | { key: string; like: string } | { key: string; times: number }

/** One way of doing it, with its argument. None is marked as best: a keeper chooses, and the seasons show. */
export interface School {
  /** What it is chosen by within its question: a letter, or of a keeper's own `own-` and its number. */
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

type Figures = Readonly<Record<string, ProtocolFigure>>

/** Of whom questions are asked: a species, and the figures in which its keeper wrote questions and schools. */
type Asked = Pick<ProtocolDocument, 'code' | 'wayOfLife' | 'figures'>

const OWN_SCHOOL = /^school\.(\d+)\.name$/
const OWN_QUESTION = /^school\.question\.(\d+)\.asks$/
const numbersOf = (figures: Figures, named: RegExp) =>
  Object.keys(figures)
    .flatMap((key) => named.exec(key)?.[1] ?? [])
    .map(Number)
    .sort((a, b) => a - b)

/** What a keeper's own school, or question, is chosen by. */
export const ownLetter = (n: number | string) => `own-${n}`
/** The number of a keeper's own school or question; null of one that is known to all. */
export function numberOfOwn(letter: string): number | null {
  const [, n] = /^own-(\d+)$/.exec(letter) ?? []
  return n === undefined ? null : Number(n)
}

/** A keeper's own school by the number that it has among the figures, with the question it answers. */
export interface OwnSchool extends School {
  n: number
  /** The code of its question; `none` where it was put aside. */
  of: string
}

/** The schools that keepers wrote themselves, those that were put aside among them. */
export function ownSchools(figures: Figures): OwnSchool[] {
  return numbersOf(figures, OWN_SCHOOL).map((n) => {
    const at = `school.${n}`
    const words = (what: string) => String(figures[`${at}.${what}`]?.value ?? '')
    const sets = Object.entries(figures).flatMap(([key, { value, low, high }]) =>
      key.startsWith(`${at}.sets.`)
        ? [{ key: key.slice(`${at}.sets.`.length), to: { value, low, high } }]
        : [],
    )
    return {
      n,
      letter: ownLetter(n),
      of: words('of'),
      name: words('name'),
      argument: words('argument'),
      sets,
    }
  })
}

/** The number that the next of a keeper's own schools, or questions, gets: after all others, so that none is taken for one that was. */
export const nextOwn = (figures: Figures, what: 'school' | 'question') =>
  (numbersOf(figures, what === 'school' ? OWN_SCHOOL : OWN_QUESTION).at(-1) ?? 0) + 1

/**
 * What is asked of a species: of itself by name, of every species of its way of life, or by its own keeper; each with the schools that its keeper
 * wrote beside those that are known.
 */
export function questionsOf({ code, wayOfLife, figures }: Asked): SchoolQuestion[] {
  const own = ownSchools(figures)
  const asks = numbersOf(figures, OWN_QUESTION).map((n): SchoolQuestion => ({
    ...{ code: ownLetter(n), question: String(figures[`school.question.${n}.asks`]!.value) },
    ...{ of: [], ways: [], changes: '', schools: [] },
  }))
  const isAsked = (q: SchoolQuestion) =>
    q.of.includes(code) ||
    (wayOfLife !== undefined && q.ways.includes(wayOfLife)) ||
    own.some((school) => school.of === q.code)
  const known = SCHOOL_QUESTIONS.filter(isAsked)
  if (own.length === 0) return [...known, ...asks]
  return [...known, ...asks].map((q) => ({
    ...q,
    schools: [...q.schools, ...own.filter((school) => school.of === q.code)],
  }))
}

/** The schools that are put aside: nobody can follow them, and they can be taken out again. */
export const putAside = (figures: Figures) => ownSchools(figures).filter((s) => s.of === OF_NO_QUESTION)

/**
 * What following a school sets, given the figures as they stand.
 * @returns only figures that the protocol has, or that can be added to it; nothing when the question or the school is not known
 */
export function schoolFigures(
  figures: Figures,
  species: Pick<ProtocolDocument, 'code' | 'wayOfLife'>,
  question: string,
  letter: string,
): { key: string; setting: FigureSetting; school: string }[] {
  const school = questionsOf({ ...species, figures })
    .find((q) => q.code === question)
    ?.schools.find((s) => s.letter === letter)
  if (!school) return []
  return school.sets.flatMap((set) => {
    const setting = settingOf(set, figures)
    return setting ? [{ key: set.key, setting, school: school.name }] : []
  })
}

function settingOf(set: SchoolSets, figures: Figures): FigureSetting | null {
  if ('to' in set) return figureToSet(figures, set.key) ? set.to : null
  const figure = figures[set.key]
  if (!figure) return null
  if ('like' in set) {
    const other = figures[set.like]
    return other ? { value: other.value, low: other.low, high: other.high } : null
  }
  const scaled = (v: number | null) => (v === null ? null : Math.round(v * set.times * 1e6) / 1e6)
  return typeof figure.value === 'number'
    ? { value: scaled(figure.value)!, low: scaled(figure.low), high: scaled(figure.high) }
    : null
}

/**
 * Settings as they hold without the schools that the keeper of one species wrote: what those set is set by itself. So they can be laid over
 * another species, where a school of the same number is another.
 */
export function withoutOwnSchools<
  S extends { schools: Record<string, string>; figures: Record<string, FigureSetting> },
>(document: Asked, settings: S): S {
  const { schools, figures } = settings
  const own = Object.entries(schools).filter(([, letter]) => numberOfOwn(letter) !== null)
  if (own.length === 0) return settings
  const set = own.flatMap(([question, letter]) =>
    schoolFigures(document.figures, document, question, letter).map(
      ({ key, setting }) => [key, setting] as const,
    ),
  )
  return {
    ...settings,
    schools: Object.fromEntries(
      Object.entries(schools).filter(([question]) => !own.some(([q]) => q === question)),
    ),
    figures: { ...Object.fromEntries(set), ...figures },
  }
}

/** A school that is followed: by the code of its question and its letter. */
export interface Followed {
  question: string
  letter: string
}

/** Those of the schools that are followed which nobody asks about any more, or which are put aside. */
export function lostSchools(species: Asked, followed: Readonly<Record<string, string>>): Followed[] {
  const entries = Object.entries(followed)
  if (entries.length === 0) return []
  const questions = questionsOf(species)
  return entries
    .filter(
      ([code, letter]) => !questions.find((q) => q.code === code)?.schools.some((s) => s.letter === letter),
    )
    .map(([question, letter]) => ({ question, letter }))
}
