import type { ProtocolPage } from '@hatch-book/contract'
import {
  figureFault,
  figureToSet,
  lawFaults,
  resolveProtocol,
  sectionOf,
  type FigureSetting,
  type ProtocolFigure,
  type ProtocolSettings,
  type ResolvedProtocol,
} from '@hatch-book/core'

/** What the figures come to with a draft of this level laid over the wider ones. */
export function figuresUnder(
  page: ProtocolPage,
  settings: ProtocolSettings,
): Pick<ResolvedProtocol, 'figures' | 'sources' | 'guessed'> {
  const unsaid = new Set(page.guessed)
  const said = Object.fromEntries(Object.entries(page.before).filter(([key]) => !unsaid.has(key)))
  return resolveProtocol(
    { ...page.document, figures: said },
    [{ scope: page.scope, of: page.ofName, edition: page.edition, by: 'you', settings }],
    page.document,
  )
}

/** Whether a draft differs from what is in force. */
export const differs = (a: ProtocolSettings, b: ProtocolSettings) => JSON.stringify(a) !== JSON.stringify(b)

export function withFigure(
  settings: ProtocolSettings,
  key: string,
  set: FigureSetting | null,
): ProtocolSettings {
  const { [key]: _, ...others } = settings.figures
  return { ...settings, figures: set ? { ...others, [key]: set } : others }
}

/** Several figures set at once, or taken back. */
export const withFigures = (
  settings: ProtocolSettings,
  sets: Readonly<Record<string, FigureSetting | null>>,
): ProtocolSettings => Object.entries(sets).reduce((now, [key, set]) => withFigure(now, key, set), settings)

export function withSchool(
  settings: ProtocolSettings,
  question: string,
  letter: string | null,
): ProtocolSettings {
  const { [question]: _, ...others } = settings.schools
  return { ...settings, schools: letter ? { ...others, [question]: letter } : others }
}

/** Faults of a draft by the key of their figure: of each by itself, and of those that are joined by a law. */
export function faultsOf(page: ProtocolPage, settings: ProtocolSettings): Record<string, string> {
  const alone = Object.entries(settings.figures).flatMap(([key, set]) => {
    const figure = figureToSet(page.before, key)
    const says = figure ? figureFault(figure, set, key) : null
    return says ? [[key, says] as const] : []
  })
  if (alone.length > 0) return Object.fromEntries(alone)
  const known = new Set(lawFaults(page.before).map((fault) => fault.says))
  const joined = lawFaults(figuresUnder(page, settings).figures)
    .filter((fault) => !known.has(fault.says))
    .map(({ key, of, says }) => [of.find((k) => k in settings.figures) ?? key, says] as const)
  return Object.fromEntries(joined)
}

export const keysOf = (figures: Record<string, ProtocolFigure>, section: string) =>
  Object.keys(figures).filter((key) => sectionOf(key) === section)
