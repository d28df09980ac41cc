import type { Protocol } from './types'
import { compileProtocol } from './compile'
import { sectionOf, type ProtocolDocument, type ProtocolFigure } from './document'
import { figuresNamed, figureToSet } from './figures'
import type { FigureSetting } from './limits'
import { schoolFigures } from './schools'
import { alike, asComplete, completed, filled, ownLists, saidOfSpecies, wayOfLife } from './ways'

/** What one level of a protocol sets: schools by question, and single figures over them. */
export interface ProtocolSettings {
  /** The letter of the school followed, by the code of the question. */
  schools: Record<string, string>
  figures: Record<string, FigureSetting>
}

export const NO_SETTINGS: ProtocolSettings = { schools: {}, figures: {} }

/** Whom settings are for: the whole species, one form of it such as the northern, one line, or one animal. The closer counts. */
export const SCOPES = ['species', 'form', 'line', 'animal'] as const
export type ProtocolScope = (typeof SCOPES)[number]

/** The settings of one level, in the edition that was in force. */
export interface ProtocolLayer {
  scope: ProtocolScope
  /** The form, the line or the animal's tag; empty for the species. */
  of: string
  edition: number
  by: string
  settings: ProtocolSettings
}

export interface ResolvedProtocol {
  figures: Record<string, ProtocolFigure>
  /** Who set a figure otherwise than it started, and which are guesses from the way of life. */
  sources: Record<string, string>
  /** Keys of those that are guesses. */
  guessed: ReadonlySet<string>
  /** The editions it was made of, such as `edition 3, line Tidewrack corn edition 1`; empty for starting figures. */
  edition: string
}

/** Where a figure comes from that its keeper has not said, but the library has. */
export const FROM_LIBRARY = 'library'

const isOfSchools = (key: string) => sectionOf(key) === 'school'

const nameOf = ({ scope, of }: ProtocolLayer) => (scope === 'species' ? 'species' : `${scope} ${of}`)

/**
 * Lays the settings of species, form, line and animal over a document, the closer over the wider; within one the single figures
 * over the schools; and beneath all of them the guesses of its way of life, which follow from whatever is said above them. A school or figure
 * that is not known is passed over: a protocol brought in anew may have lost it.
 * @param written the document as it was written down, where layers were laid over it already: its own lists are its own, what they changed is not
 */
export function resolveProtocol(
  document: ProtocolDocument,
  layers: readonly ProtocolLayer[],
  written: ProtocolDocument = document,
): ResolvedProtocol {
  const way = document.wayOfLife === undefined ? undefined : wayOfLife(document.wayOfLife)
  const said = saidOfSpecies(document)
  const lists = ownLists(saidOfSpecies(written))
  // What a layer sets must be known to stand somewhere: in the document, or among the guesses.
  const known =
    way && written !== document ? filled(said, way, lists, document.without) : completed(document).figures
  const sources: Record<string, string> = {}
  for (const key of Object.keys(said)) if (!document.figures[key]) sources[key] = FROM_LIBRARY
  const set = (key: string, { value, low, high }: FigureSetting, source: string) => {
    const figure = said[key] ?? figureToSet(known, key)
    if (!figure) return
    said[key] = { ...figure, value, low: low ?? null, high: high ?? null }
    sources[key] = source
  }
  const inOrder = [...layers].sort((a, b) => SCOPES.indexOf(a.scope) - SCOPES.indexOf(b.scope))
  for (const layer of inOrder) {
    const whose = layer.scope === 'species' ? '' : ` for ${nameOf(layer)}`
    // Schools that a keeper wrote are known before one of them is followed.
    for (const [key, setting] of Object.entries(layer.settings.figures))
      if (isOfSchools(key)) set(key, setting, `set by ${layer.by}${whose}`)
    for (const [question, letter] of Object.entries(layer.settings.schools))
      for (const { key, setting, school } of schoolFigures({ ...known, ...said }, document, question, letter))
        set(key, setting, `school ‘${school}’${whose}`)
    for (const [key, setting] of Object.entries(layer.settings.figures))
      if (!isOfSchools(key)) set(key, setting, `set by ${layer.by}${whose}`)
  }
  const { figures, like } = alike(said, way ? filled(said, way, lists, document.without) : figuresNamed(said))
  const guessed = new Set(Object.keys(figures).filter((key) => !said[key]))
  for (const key of guessed) {
    const model = like.get(key)
    sources[key] = model ? `same as ${nameOfStage(figures, model)}` : `guess from ‘${way!.plural}’`
  }
  return { figures, sources, guessed, edition: inOrder.map(editionName).join(', ') }
}

const nameOfStage = (figures: Readonly<Record<string, ProtocolFigure>>, key: string) =>
  `‘${figures[key.replace(/^(stage\.\d+)\..+$/, '$1.name')]?.value}’`

const editionName = (layer: ProtocolLayer) =>
  layer.scope === 'species' ? `edition ${layer.edition}` : `${nameOf(layer)} edition ${layer.edition}`

/** A document as it is in force under these layers: what rooms of animals, cohorts and colonies alike calculate with. */
export const documentUnder = (
  document: ProtocolDocument,
  layers: readonly ProtocolLayer[],
): ProtocolDocument => asComplete({ ...document, figures: resolveProtocol(document, layers).figures })

/** The protocol that an animal under these layers is judged by; null for a colony. */
export function protocolUnder(document: ProtocolDocument, layers: readonly ProtocolLayer[]): Protocol | null {
  const { figures, sources, edition } = resolveProtocol(document, layers)
  return compileProtocol(asComplete({ ...document, figures }), sources, edition)
}
