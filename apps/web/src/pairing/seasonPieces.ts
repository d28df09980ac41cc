import type { Pieces } from '../parts/useWriting'
import type { SeasonBody } from './seasonProblem'
import { wishInWords } from './wish'
import { percent } from './words'

type Settings = SeasonBody['settings']
type Course = SeasonBody['courses'][number]
type Male = Settings['males'][number]
type Span = Settings['windows'][string]

const SETTING = 'setting '
/** The courses of a female, and her window; the figures of a male. */
const OF = { courses: 'courses ', window: 'window ', male: 'male ' }

const keyed = <T>(prefix: string, values: readonly (readonly [string, T])[]) =>
  Object.fromEntries(values.map(([key, value]) => [prefix + key, value]))

/** A season's plan as what two people can change independently: its span, each figure, each female's courses and window, each male. */
export const SEASON_PIECES: Pieces<SeasonBody> = {
  apart({ name, from, to, settings: { males, windows, ...settings }, courses }) {
    const females = [...new Set(courses.map((c) => c.female))]
    return {
      ...{ name, from, to },
      ...keyed(SETTING, Object.entries(settings)),
      ...keyed(
        OF.courses,
        females.map((f) => [f, courses.filter((c) => c.female === f)] as const),
      ),
      ...keyed(OF.window, Object.entries(windows)),
      ...keyed(
        OF.male,
        males.map((m) => [m.id, m] as const),
      ),
    }
  },
  together(pieces) {
    const under = (prefix: string) =>
      Object.entries(pieces).flatMap(([key, value]) =>
        key.startsWith(prefix) && value !== undefined ? [[key.slice(prefix.length), value] as const] : [],
      )
    const { name, from, to } = pieces as Pick<SeasonBody, 'name' | 'from' | 'to'>
    return {
      ...{ name, from, to },
      settings: {
        ...(Object.fromEntries(under(SETTING)) as Omit<Settings, 'males' | 'windows'>),
        windows: Object.fromEntries(under(OF.window)) as Settings['windows'],
        males: under(OF.male).map(([, male]) => male as Male),
      },
      courses: under(OF.courses).flatMap(([, courses]) => courses as Course[]),
    }
  },
}

const NAMES: Record<string, string> = {
  ...{ name: 'Name', from: 'From', to: 'To', wanted: 'What is wanted', kinLimit: 'Inbred at most' },
  ...{ daysTogether: 'Days together', meetings: 'Meetings', daysBetween: 'Days between' },
  ...{ togetherMost: 'Females at a time', females: 'Females', despite: 'Pairs allowed despite a rule' },
}

type TagOf = (id: string) => string

/** A piece in words. */
export function pieceName(piece: string, tagOf: TagOf): string {
  for (const [what, prefix] of Object.entries(OF))
    if (piece.startsWith(prefix)) return `${tagOf(piece.slice(prefix.length))}, ${what}`
  const plain = piece.replace(SETTING, '')
  return NAMES[plain] ?? plain
}

/** What a piece says, for people. @param day a day as this reader writes it */
export function pieceInWords(
  piece: string,
  value: unknown,
  tagOf: TagOf,
  day: (day: string) => string,
): string {
  if (value === undefined || value === null) return '–'
  const span = ({ from, to }: Span) => `${day(from)} to ${day(to)}`
  if (piece.startsWith(OF.courses))
    return (value as Course[])
      .map((c) => `with ${tagOf(c.male)}, ${c.visits.map((v) => span(v)).join(' and ')}`)
      .join('; ')
  if (piece.startsWith(OF.window)) return span(value as Span)
  if (piece.startsWith(OF.male)) {
    const { mostFemales, restDays, until } = value as Male
    return `${mostFemales} females, ${restDays} days of rest${until ? `, rests from ${day(until)}` : ''}`
  }
  switch (piece.replace(SETTING, '')) {
    case 'females':
      return (value as string[]).map(tagOf).join(', ') || 'none'
    case 'wanted':
      return wishInWords(value as Settings['wanted'])
    case 'despite':
      return (
        (value as Settings['despite']).map((d) => `${tagOf(d.female)} × ${tagOf(d.male)}`).join(', ') ||
        'none'
      )
    case 'kinLimit':
      return percent(value as number)
    case 'from':
    case 'to':
      return day(value as string)
    default:
      return String(value as string | number)
  }
}
