import type { ProtocolDocument } from '../document'
import { relativesOf, SET_POINT, stepOf } from './relative'
import { above, isDerived, just, WARM_SIDE, type WayFigure, type WayOfLife } from './way'

/** One stage of the young, where a way of life has stages of its own. */
export interface StageOf {
  name: string
  /** Usual days in it, and the fewest and most. */
  days: readonly [typical: number, least: number, most: number]
  feed?: string
  everyDays?: readonly [typical: number, least: number, most: number]
  warmC?: readonly [typical: number, least: number, most: number]
  alarmC?: readonly [low: number, high: number]
  humidity?: readonly [typical: number, least: number, most: number]
  together?: number
  areaM2?: readonly [typical: number, least: number, most: number]
  litres?: readonly [typical: number, least: number, most: number]
  gate?: { meals?: number; sheds?: number; readiness?: true; words?: string }
}

/** Stages as figures; what is warm in the last of them decides of all. */
export function staged(stages: readonly StageOf[]): Record<string, WayFigure> {
  const figures: Record<string, WayFigure> = {}
  const grown = stages.at(-1)?.warmC
  if (grown) figures[WARM_SIDE] = { value: grown[0], low: grown[1], high: grown[2] }
  stages.forEach((stage, i) => {
    const set = (key: string, figure: WayFigure) => (figures[`stage.${i + 1}.${key}`] = figure)
    const range = (key: string, of: StageOf['days'] | undefined) =>
      of && set(key, { value: of[0], low: of[1], high: of[2] })
    set('name', just(stage.name))
    range('days', stage.days)
    set('feed', just(stage.feed ?? 'none'))
    range('everyDays', stage.everyDays)
    const { warmC, alarmC } = stage
    if (grown && warmC)
      set(
        'warmC',
        above(WARM_SIDE, warmC[0] - grown[0], Math.max(warmC[0] - warmC[1], warmC[2] - warmC[0]) / warmC[0]),
      )
    range('humidity', stage.humidity)
    range('areaM2', stage.areaM2)
    range('litres', stage.litres)
    set('together', just(stage.together ?? 1))
    if (grown && alarmC) {
      set('alarmLowC', above(WARM_SIDE, alarmC[0] - grown[0]))
      set('alarmHighC', above(WARM_SIDE, alarmC[1] - grown[0]))
    }
    const { meals, sheds, readiness, words } = stage.gate ?? {}
    if (meals) set('gate.meals', just(meals))
    if (sheds) set('gate.sheds', just(sheds))
    if (readiness) set('gate.readiness', just('asked'))
    if (words) set('gate.words', just(words))
  })
  return figures
}

/** Some stages of a species, in this order, as the stages of another kind; what they are fed is the kind's own. */
export function stagesOf(like: ProtocolDocument, numbers: readonly number[]): Record<string, WayFigure> {
  const figures: Record<string, WayFigure> = {}
  const relatives = relativesOf(like)
  const all = Object.entries(relatives)
  if (relatives[WARM_SIDE]) figures[WARM_SIDE] = relatives[WARM_SIDE]
  numbers.forEach((n, i) => {
    for (const [key, figure] of all)
      if (key.startsWith(`stage.${n}.`)) figures[key.replace(`.${n}.`, `.${i + 1}.`)] = figure
  })
  return figures
}

/** A step of development by temperature: days at a temperature, above a threshold. */
export interface StepOf {
  name: string
  days: number
  survive: number
  mm?: number
  grams?: number
  litresEach?: number
  care?: string
}

/** Development as figures: every step takes its days at the set point, and nothing happens below the threshold. */
export function developing(
  steps: readonly StepOf[],
  { thresholdC, warmth = SET_POINT }: { thresholdC: number; warmth?: string },
): Record<string, WayFigure> {
  const figures: Record<string, WayFigure> = {}
  steps.forEach((step, i) => {
    const set = (key: string, figure: WayFigure) => (figures[`thermal.${i + 1}.${key}`] = figure)
    set('name', just(step.name))
    set('thresholdC', just(thresholdC))
    Object.assign(figures, stepOf(i + 1, step.days, warmth))
    set('spreadDays', just(Math.max(0.5, Math.round(step.days * 0.15 * 10) / 10)))
    set('survive', {
      value: step.survive,
      low: step.survive * 0.7,
      high: Math.min(1, step.survive * 1.15),
    })
    if (step.mm) set('exitMm', just(step.mm))
    if (step.grams) set('exitGrams', just(step.grams))
    if (step.litresEach)
      set('litresEach', { value: step.litresEach, low: step.litresEach / 2, high: step.litresEach * 2 })
    set('care', just(step.care ?? 'none'))
  })
  return figures
}

interface Making extends Omit<WayOfLife, 'figures'> {
  /** The species whose figures stand for its kind, made wide. */
  like: ProtocolDocument
  /** Figures of it that do not hold for the kind: all that begin so. */
  without?: readonly string[]
  /** What eats, eats this, where a stage of it is fed at all. */
  feed?: string
  figures: Readonly<Record<string, WayFigure>>
}

/** A way of life told by one species of it and by what is otherwise. */
export function wayLike({ like, without = [], feed, figures, ...way }: Making): WayOfLife {
  const all: Record<string, WayFigure> = {}
  for (const [key, figure] of Object.entries(relativesOf(like)))
    if (!without.some((prefix) => key.startsWith(prefix))) all[key] = figure
  for (const [key, figure] of Object.entries(figures)) all[key] = figure
  for (let n = 1; all[`stage.${n}.name`]; n++) {
    const isFed = all[`stage.${n}.everyDays`] !== undefined
    const own = figures[`stage.${n}.feed`]
    all[`stage.${n}.feed`] = own ?? just(isFed ? (feed ?? 'its usual food') : 'none')
  }
  // A gate that the log can show needs no words; one that it cannot is passed after the usual time.
  for (let n = 1; all[`stage.${n + 1}.name`]; n++)
    if (!Object.keys(all).some((key) => key.startsWith(`stage.${n}.gate.`)))
      all[`stage.${n}.gate.words`] = just('the usual time')
  for (const [key, figure] of Object.entries(all))
    if (!isDerived(figure) && figure.low !== null && figure.high !== null)
      all[key] = {
        ...figure,
        low: Math.min(figure.low, Number(figure.value)),
        high: Math.max(figure.high, Number(figure.value)),
      }
  return { ...way, figures: all }
}
