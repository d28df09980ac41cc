import type { Protocol } from './types'
import { compileProtocol } from './compile'
import type { ProtocolDocument, ProtocolFigure } from './document'
import type { FigureSetting } from './limits'
import { schoolFigures } from './schools'

/** What one level of a protocol sets: schools by question, and single figures over them. */
export interface ProtocolSettings {
  /** The letter of the school followed, by the code of the question. */
  schools: Record<string, string>
  figures: Record<string, FigureSetting>
}

export const NO_SETTINGS: ProtocolSettings = { schools: {}, figures: {} }

/** Whom settings are for: the whole species, one line, or one animal. The closer counts. */
export const SCOPES = ['species', 'line', 'animal'] as const
export type ProtocolScope = (typeof SCOPES)[number]

/** The settings of one level, in the edition that was in force. */
export interface ProtocolLayer {
  scope: ProtocolScope
  /** The line or the animal's tag; empty for the species. */
  of: string
  edition: number
  by: string
  settings: ProtocolSettings
}

export interface ResolvedProtocol {
  figures: Record<string, ProtocolFigure>
  /** Who set a figure otherwise than it started. */
  sources: Record<string, string>
  /** The editions it was made of, such as `edition 3, line Tidewrack corn edition 1`; empty for starting figures. */
  edition: string
}

const nameOf = ({ scope, of }: ProtocolLayer) => (scope === 'species' ? 'species' : `${scope} ${of}`)

/**
 * Lays the settings of species, line and animal over a document, the closer over the wider; within one the single figures
 * over the schools. A school or figure that the document does not know is passed over: a protocol brought in anew may have
 * lost it.
 */
export function resolveProtocol(
  document: ProtocolDocument,
  layers: readonly ProtocolLayer[],
): ResolvedProtocol {
  const figures = { ...document.figures }
  const sources: Record<string, string> = {}
  const set = (key: string, { value, low, high }: FigureSetting, source: string) => {
    const figure = figures[key]
    if (!figure) return
    figures[key] = { ...figure, value, low: low ?? null, high: high ?? null }
    sources[key] = source
  }
  const inOrder = [...layers].sort((a, b) => SCOPES.indexOf(a.scope) - SCOPES.indexOf(b.scope))
  for (const layer of inOrder) {
    const whose = layer.scope === 'species' ? '' : ` for ${nameOf(layer)}`
    for (const [question, letter] of Object.entries(layer.settings.schools))
      for (const { key, setting, school } of schoolFigures(figures, document.code, question, letter))
        set(key, setting, `school ‘${school}’${whose}`)
    for (const [key, setting] of Object.entries(layer.settings.figures))
      set(key, setting, `set by ${layer.by}${whose}`)
  }
  return { figures, sources, edition: inOrder.map(editionName).join(', ') }
}

const editionName = (layer: ProtocolLayer) =>
  layer.scope === 'species' ? `edition ${layer.edition}` : `${nameOf(layer)} edition ${layer.edition}`

/** The protocol that an animal under these layers is judged by; null for a colony. */
export function protocolUnder(document: ProtocolDocument, layers: readonly ProtocolLayer[]): Protocol | null {
  const { figures, sources, edition } = resolveProtocol(document, layers)
  return compileProtocol({ ...document, figures }, sources, edition)
}

/** Who stands behind a verdict that rests on some figures: the protocol, and whoever set one of them otherwise. */
export function originOf(
  { origin, sources }: Pick<Protocol, 'origin' | 'sources'>,
  ...keys: string[]
): string {
  const said = [...new Set(keys.flatMap((key) => sources[key] ?? []))]
  return said.length === 0 ? origin : `${origin}; ${said.join(', ')}`
}
