import { declarationOf, figuresNamed } from '../figures'
import type { ProtocolDocument, ProtocolFigure } from '../document'
import type { FigureSetting } from '../limits'
import { figuresInLibrary, inLibrary } from '../library'
import { wayOfLife } from './all'
import { isDerived, type Derived, type WayFigure, type WayOfLife } from './way'

type Figures = Record<string, ProtocolFigure>

const LIST = /^(.*?)\.(\d+)\.(.+)$/
const isGate = (rest: string) => rest.startsWith('gate.')

/**
 * Lists of which a species names its own things: of these it takes no thing of its way of life besides. What an edition renames or adds makes no
 * list its own.
 */
export function ownLists(own: Readonly<Figures>): ReadonlySet<string> {
  const lists = new Set<string>()
  for (const key of Object.keys(own)) {
    const [, list, , rest] = LIST.exec(key) ?? []
    if (rest === 'name') lists.add(list!)
  }
  return lists
}

/** The thing of a way's list that comes nearest to one of the species' own: of the same name, or else in the same place. */
function nearest(way: WayOfLife, own: Readonly<Figures>, list: string, n: number): number {
  const name = String(own[`${list}.${n}.name`]?.value ?? '').toLowerCase()
  let count = 0
  for (let i = 1; way.figures[`${list}.${i}.name`]; i++) {
    const figure = way.figures[`${list}.${i}.name`]!
    if (!isDerived(figure) && String(figure.value).toLowerCase() === name) return i
    count = i
  }
  return Math.min(n, count)
}

/** The figures of a way that a species lacks, under the keys that they have in the species. */
function lacking(own: Readonly<Figures>, way: WayOfLife, lists: ReadonlySet<string>): Map<string, WayFigure> {
  const wanted = new Map<string, WayFigure>()
  for (const [key, figure] of Object.entries(way.figures)) {
    const [, list] = LIST.exec(key) ?? []
    if (own[key] || (list !== undefined && lists.has(list))) continue
    wanted.set(key, figure)
  }
  for (const list of lists)
    for (let n = 1; own[`${list}.${n}.name`]; n++) {
      const prefix = `${list}.${nearest(way, own, list, n)}.`
      const hasGate = Object.keys(own).some((key) => key.startsWith(`${list}.${n}.gate.`))
      for (const [key, figure] of Object.entries(way.figures)) {
        if (!key.startsWith(prefix)) continue
        const rest = key.slice(prefix.length)
        const mine = `${list}.${n}.${rest}`
        if (!own[mine] && !(hasGate && isGate(rest))) wanted.set(mine, figure)
      }
    }
  return wanted
}

/** Three figures that count: a guess is no finer. */
const rounded = (value: number) => Number(value.toPrecision(3))

/**
 * Lays a way of life under the figures of a species: whatever it does not say itself is guessed, from what it does say where one follows
 * from the other. Nothing that is said is changed.
 */
export function filled(
  own: Readonly<Figures>,
  way: WayOfLife,
  lists: ReadonlySet<string> = ownLists(own),
): Figures {
  const wanted = lacking(own, way, lists)
  const all: Figures = { ...own }
  const underway = new Set<string>()
  const figureOf = (key: string): ProtocolFigure | undefined => {
    if (all[key]) return all[key]
    const figure = wanted.get(key)
    const declared = declarationOf(key)
    if (!figure || !declared) return undefined
    if (underway.has(key)) throw new Error(`${key} follows from itself in '${way.code}'`)
    underway.add(key)
    const { value, low, high } = settingOf(figure)
    underway.delete(key)
    return (all[key] = { label: '', unit: declared.unit, value, low, high, confidence: 'low' })
  }
  const settingOf = (figure: WayFigure): FigureSetting => {
    if (!isDerived(figure)) return figure
    const { of, otherwise } = figure
    return otherwise && !of.every((key) => own[key]) ? settingOf(otherwise) : derived(figure)
  }
  const derived = ({ of, by, spread }: Derived): FigureSetting => {
    const value = by(...of.map((key) => Number(figureOf(key)?.value)))
    if (!Number.isFinite(value)) throw new Error(`${of.join(', ')} give no figure in '${way.code}'`)
    return {
      value: rounded(value),
      low: spread === null ? null : rounded(value * (1 - spread)),
      high: spread === null ? null : rounded(value * (1 + spread)),
    }
  }
  for (const key of wanted.keys()) figureOf(key)
  return figuresNamed(all)
}

const completeOnes = new WeakMap<ProtocolDocument, ProtocolDocument>()

/** What is said of a species: by its keeper, and beneath that by the library, where it is likened to a species there. */
export function saidOfSpecies({ figures, library }: Pick<ProtocolDocument, 'figures' | 'library'>): Figures {
  const entry = library === undefined ? undefined : inLibrary(library)
  return entry ? { ...figuresInLibrary(entry), ...figures } : { ...figures }
}

/** A document with every figure that the library tells or its way of life guesses: nothing is missing for a figure that nobody said. */
export function completed(document: ProtocolDocument): ProtocolDocument {
  const way = document.wayOfLife === undefined ? undefined : wayOfLife(document.wayOfLife)
  if (!way) return document
  const known = completeOnes.get(document)
  if (known) return known
  const complete = { ...document, figures: filled(saidOfSpecies(document), way) }
  completeOnes.set(document, complete)
  // It is complete already.
  completeOnes.set(complete, complete)
  return complete
}
