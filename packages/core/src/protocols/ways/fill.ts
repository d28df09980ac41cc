import { declarationOf, figuresNamed } from '../figures'
import type { ProtocolDocument, ProtocolFigure } from '../document'
import type { FigureSetting } from '../limits'
import { figuresInLibrary, inLibrary } from '../library'
import { wayOfLife } from './all'
import { isDerived, type Derived, type WayFigure, type WayOfLife } from './way'

type Figures = Record<string, ProtocolFigure>

const LIST = /^(.*?)\.(\d+)\.(.+)$/
const NUMBERED = /\.\d+(?=\.)/g
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

/** The figures of a way of life, taken apart: those of a thing of a list by that thing, such as `stage.2`. */
interface Apart {
  all: readonly (readonly [key: string, list: string | undefined, figure: WayFigure])[]
  ofThing: ReadonlyMap<string, readonly (readonly [rest: string, figure: WayFigure])[]>
}
const takenApart = new WeakMap<WayOfLife, Apart>()

function apart(way: WayOfLife): Apart {
  const known = takenApart.get(way)
  if (known) return known
  const ofThing = new Map<string, (readonly [string, WayFigure])[]>()
  const all = Object.entries(way.figures).map(([key, figure]) => {
    const [, list, n, rest] = LIST.exec(key) ?? []
    if (list === undefined) return [key, list, figure] as const
    const thing = `${list}.${n}`
    ofThing.set(thing, [...(ofThing.get(thing) ?? []), [rest!, figure]])
    return [key, list, figure] as const
  })
  const found = { all, ofThing }
  takenApart.set(way, found)
  return found
}

/** The things of lists that have a gate of their own. */
const gatedIn = (own: Readonly<Figures>): ReadonlySet<string> =>
  new Set(Object.keys(own).flatMap((key) => /^(.+?\.\d+)\.gate\./.exec(key)?.[1] ?? []))

/** The figures of a way that a species lacks, under the keys that they have in the species. */
function lacking(
  own: Readonly<Figures>,
  way: WayOfLife,
  lists: ReadonlySet<string>,
  without: readonly string[],
): Map<string, WayFigure> {
  const { all, ofThing } = apart(way)
  const wanted = new Map<string, WayFigure>()
  for (const [key, list, figure] of all)
    if (!own[key] && !(list !== undefined && lists.has(list))) wanted.set(key, figure)
  const gated = gatedIn(own)
  for (const list of lists)
    for (let n = 1; own[`${list}.${n}.name`]; n++) {
      const [thing, model] = [`${list}.${n}`, `${list}.${nearest(way, own, list, n)}`]
      const asMine = (key: string) => key.replace(`${model}.`, `${thing}.`)
      for (const [rest, figure] of ofThing.get(model) ?? [])
        if (!own[`${thing}.${rest}`] && !(gated.has(thing) && isGate(rest)))
          wanted.set(`${thing}.${rest}`, asOf(figure, asMine))
    }
  if (without.length > 0)
    for (const key of wanted.keys())
      if (without.includes(key) || without.includes(key.replace(NUMBERED, '.*'))) wanted.delete(key)
  for (const key of wanted.keys()) {
    const step = DAYS_OF_STEP.exec(key)?.[1]
    const days = step && own[`${step}.degreeDays`] && daysByWarmth(step, own, wanted)
    if (days) wanted.set(key, days)
  }
  return wanted
}

/** A guess that follows from figures of its own thing, wherever in a list that thing stands. */
const asOf = (figure: WayFigure, keyOf: (key: string) => string): WayFigure =>
  isDerived(figure) ? { ...figure, of: figure.of.map(keyOf) } : figure

const DAYS_OF_STEP = /^(thermal\.\d+)\.days$/
const WARMTHS = ['incubation.setPointC', 'colony.referenceC']
const SPREAD_OF_DAYS = 0.2

/** Of the days of a step and the warmth that it takes, either gives the other: where the warmth is said, nobody guesses the days. */
function daysByWarmth(
  step: string,
  own: Readonly<Figures>,
  wanted: ReadonlyMap<string, WayFigure>,
): Derived | null {
  const warmth = WARMTHS.find((key) => own[key] ?? wanted.get(key))
  if (!warmth) return null
  return {
    of: [`${step}.degreeDays`, warmth, `${step}.thresholdC`],
    by: (degreeDays, at, threshold) => degreeDays! / Math.max(1, at! - threshold!),
    spread: SPREAD_OF_DAYS,
  }
}

/** Three figures that count: a guess is no finer. */
const rounded = (value: number) => Number(value.toPrecision(3))

/**
 * Lays a way of life under the figures of a species: whatever it does not say itself is guessed, from what it does say where one follows
 * from the other. Nothing that is said is changed.
 * @param without keys of what does not hold for the species though it does for its kind; `*` stands for any number
 */
export function filled(
  own: Readonly<Figures>,
  way: WayOfLife,
  lists: ReadonlySet<string> = ownLists(own),
  without: readonly string[] = [],
): Figures {
  const wanted = lacking(own, way, lists, without)
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

/** A stage that was added to those of its kind begins as one of them. */
const LIKE = /^stage\.(\d+)\.like$/
/** What of a stage is its own, and passes to none that begins as it. */
const OF_ONE_STAGE = ['name', 'like', 'formerly', 'instead']

/**
 * Stages that begin as an earlier one have its figures wherever they say none themselves; of its gate all or nothing.
 * @returns the figures, and by which of them each that was taken over is said
 */
export function alike(
  said: Readonly<Figures>,
  complete: Readonly<Figures>,
): { figures: Figures; like: ReadonlyMap<string, string> } {
  const like = new Map<string, string>()
  const stages = Object.keys(said)
    .flatMap((key) => LIKE.exec(key)?.[1] ?? [])
    .map(Number)
    .sort((a, b) => a - b)
  if (stages.length === 0) return { figures: complete, like }
  const figures: Figures = { ...complete }
  for (const n of stages) {
    const model = Number(said[`stage.${n}.like`]!.value)
    // Only an earlier one: so none begins as itself.
    if (!(model < n)) continue
    const hasGate = Object.keys(said).some((key) => key.startsWith(`stage.${n}.gate.`))
    for (const [key, figure] of Object.entries(figures)) {
      if (!key.startsWith(`stage.${model}.`)) continue
      const rest = key.slice(`stage.${model}.`.length)
      const own = `stage.${n}.${rest}`
      if (figures[own] || OF_ONE_STAGE.includes(rest) || (hasGate && isGate(rest))) continue
      figures[own] = figure
      like.set(own, key)
    }
  }
  return { figures: like.size > 0 ? figuresNamed(figures) : figures, like }
}

const completeOnes = new WeakMap<ProtocolDocument, ProtocolDocument>()

/** What is said of a species: by its keeper, and beneath that by the library, where it is likened to a species there. */
export function saidOfSpecies({ figures, library }: Pick<ProtocolDocument, 'figures' | 'library'>): Figures {
  const entry = library === undefined ? undefined : inLibrary(library)
  return entry ? { ...figuresInLibrary(entry), ...figures } : { ...figures }
}

/** A document with every figure that the library tells or its way of life guesses: nothing is missing for a figure that nobody said. */
export function completed(document: ProtocolDocument): ProtocolDocument {
  const known = completeOnes.get(document)
  if (known) return known
  const way = document.wayOfLife === undefined ? undefined : wayOfLife(document.wayOfLife)
  const said = saidOfSpecies(document)
  const { figures } = alike(said, way ? filled(said, way, undefined, document.without) : document.figures)
  const complete = asComplete({ ...document, figures })
  completeOnes.set(document, complete)
  return complete
}

/** A document whose figures are all there: nothing is guessed in it once more. */
export function asComplete(document: ProtocolDocument): ProtocolDocument {
  completeOnes.set(document, document)
  return document
}
