import { lifeOf, type LifeCourse } from '../colonies'
import {
  asComplete,
  compileProtocol,
  NO_REST,
  resolveProtocol,
  type ProtocolDocument,
  type ProtocolFigure,
  type Protocol,
  type Range,
} from '../protocols'
import { weightExpected } from '../weighing'
import { times } from '../words'

/** Something that comes in the year of a pair or of a colony, counted from the day on which the pair is put together. */
export interface DryStep {
  what: 'rest' | 'together' | 'carrying' | 'eggs' | 'out' | 'next' | 'growing' | 'laying'
  says: string
  /** Days from, and to; each with the earliest and latest that the figures allow. */
  from: Range
  to: Range
  /** Whether a figure that it rests on is a guess. */
  guess: boolean
}

/** Something that a young one comes to. */
export interface DryMark {
  says: string
  /** Age in days. */
  day: Range
  /** What it weighs then, g; null where nobody weighs its kind. */
  grams: number | null
  guess: boolean
}

/** What a species' figures come to, before anything of it lives in the book. */
export interface DryRun {
  pair: DryStep[]
  young: DryMark[]
  /** Weights of a young female along her curve, until she may breed; none where nobody weighs its kind. */
  weights: { day: number; grams: number }[]
}

const sharp = (days: number): Range => ({ typical: days, least: days, most: days })
const later = (a: Range, b: Range): Range => ({
  typical: a.typical + b.typical,
  least: a.least + b.least,
  most: a.most + b.most,
})
const rangeOf = (figure: ProtocolFigure | undefined): Range | null =>
  typeof figure?.value !== 'number'
    ? null
    : { typical: figure.value, least: figure.low ?? figure.value, most: figure.high ?? figure.value }

/** Days of a step of development at a temperature, as wide as the answer to 'how many days' is. */
function stepDays(figures: Readonly<Record<string, ProtocolFigure>>, n: number, days: number): Range {
  const said = rangeOf(figures[`thermal.${n}.days`])
  if (!said || said.typical === 0) return sharp(days)
  return { typical: days, least: (said.least / said.typical) * days, most: (said.most / said.typical) * days }
}

/**
 * A typical year of a pair and the life of one young, as the figures of a species foretell them: the same figures, resolved in the same way, that
 * its animals are judged by afterwards. Ranges are those of the figures, added up.
 */
export function dryRun(document: ProtocolDocument): DryRun {
  const { figures, guessed } = resolveProtocol(document, [])
  const isGuess = (...keys: string[]) => keys.some((key) => guessed.has(key))
  const whole = asComplete({ ...document, figures })
  const protocol = document.keptAs === 'animals' ? compileProtocol(whole) : null
  if (protocol) {
    const young = youngOf(protocol, figures, isGuess)
    const newborn = rangeOf(figures['size.young'])
    return {
      ...{ pair: yearOf(protocol, figures, isGuess), young },
      weights: newborn ? curveUntil(protocol, newborn.typical, young.at(-1)!.day.most) : [],
    }
  }
  const life = lifeOf(whole)
  return life ? generationOf(life, figures, isGuess) : { pair: [], young: [], weights: [] }
}

/** So many points draw a curve. */
const POINTS = 40
const curveUntil = ({ growth }: Protocol, newborn: number, last: number) =>
  Array.from({ length: POINTS + 1 }, (_, i) => {
    const day = (last * i) / POINTS
    return { day, grams: weightExpected(growth.female, day, newborn) }
  })

type Guesses = (...keys: string[]) => boolean

function yearOf(p: Protocol, figures: Readonly<Record<string, ProtocolFigure>>, isGuess: Guesses): DryStep[] {
  const steps: DryStep[] = []
  const { rest, pairing, clutch, incubation } = p
  if (rest && rest.needed !== NO_REST) {
    const end = sharp(-rest.introductionDays.typical)
    steps.push({
      ...{ what: 'rest', says: rest.needed === '' ? 'rest' : `rest, ${rest.needed}` },
      ...{ from: later(end, sharp(-rest.holdDays.typical)), to: end },
      guess: isGuess('cooling.holdDays', 'cooling.introductionDays'),
    })
  }
  const meetings = pairing.meetings.typical
  const together = Math.max(1, Math.round(meetings * pairing.daysBetween.typical))
  steps.push({
    ...{ what: 'together', says: `introduced ${times(meetings)}` },
    ...{ from: sharp(0), to: sharp(together) },
    guess: isGuess('pairing.meetings', 'pairing.daysBetween'),
  })
  const mated = sharp(Math.round(together / 2))
  const given = later(mated, pairing.lockToLaying)
  const born = incubation === null
  const count = clutch ? `${clutch.count.least}–${clutch.count.most}` : ''
  steps.push({
    ...{ what: 'carrying', says: born ? 'carrying young' : 'forming eggs', from: mated, to: given },
    guess: isGuess('pairing.lockToLaying'),
  })
  let out = given
  if (incubation) {
    const days = incubation.degreeDays / Math.max(1, incubation.setPointC - incubation.thresholdC)
    out = later(given, stepDays(figures, 1, days))
    steps.push({
      ...{ what: 'eggs', says: `incubating ${count} eggs`, from: given, to: out },
      guess: isGuess('thermal.1.days', 'incubation.setPointC', 'clutch.count'),
    })
  }
  steps.push({
    ...{ what: 'out', says: born ? `birth of ${count}` : 'hatching', from: out, to: out },
    guess: isGuess('pairing.lockToLaying', ...(born ? [] : ['thermal.1.days'])),
  })
  if (clutch?.again)
    steps.push({
      ...{
        what: 'next',
        says: 'next clutch',
        from: later(given, clutch.again),
        to: later(given, clutch.again),
      },
      guess: isGuess('laying.againDays'),
    })
  return steps
}

function youngOf(
  p: Protocol,
  figures: Readonly<Record<string, ProtocolFigure>>,
  isGuess: Guesses,
): DryMark[] {
  const young = rangeOf(figures['size.young'])
  const grams = (day: number) => (young ? weightExpected(p.growth.female, day, young.typical) : null)
  const marks: DryMark[] = [
    {
      ...{ says: p.incubation ? 'hatched' : 'born', day: sharp(0) },
      ...{ grams: young?.typical ?? null, guess: isGuess('size.young') },
    },
    {
      ...{ says: 'first meal', day: p.rearing.firstMealDays },
      grams: grams(p.rearing.firstMealDays.typical),
      guess: isGuess('feeding.firstMealDays') || !figures['feeding.firstMealDays'],
    },
  ]
  const leave = rangeOf(figures['leaving.ageDays'])
  if (leave)
    marks.push({
      ...{
        says: 'ready to leave',
        day: leave,
        grams: grams(leave.typical),
        guess: isGuess('leaving.ageDays'),
      },
    })
  for (const sex of ['male', 'female'] as const) {
    const { ageDays, grams: heavy } = p.readiness[sex]
    marks.push({
      says: `${sex} can breed`,
      day: { typical: ageDays.wanted, least: ageDays.least, most: ageDays.wanted },
      grams: heavy?.wanted ?? null,
      guess: isGuess(`readiness.${sex}.ageDays.cautious`, `readiness.${sex}.grams.cautious`),
    })
  }
  return marks.sort((a, b) => a.day.typical - b.day.typical)
}

/** Of those that are counted: from the egg through each stage to the grown ones, and as long as those lay and live. */
function generationOf(
  life: LifeCourse,
  figures: Readonly<Record<string, ProtocolFigure>>,
  isGuess: Guesses,
): DryRun {
  const [pair, young]: [DryStep[], DryMark[]] = [[], []]
  let day = sharp(0)
  life.stages.forEach((stage, i) => {
    const { degreeDays, thresholdC } = stage.curve
    const days = degreeDays / Math.max(1, life.referenceC - thresholdC)
    const end = later(day, stepDays(figures, i + 1, days))
    const guess = isGuess(`thermal.${i + 1}.days`)
    pair.push({ ...{ what: 'growing', says: stage.name, from: day, to: end, guess } })
    young.push({ ...{ says: `end of ${stage.name}`, day: end, grams: stage.grams, guess } })
    day = end
  })
  const prefix = figures['colony.femaleDays'] ? 'colony' : 'cohort'
  const ripe = rangeOf(figures['colony.ripeningDays']) ?? rangeOf(figures['cohort.firstNight']) ?? sharp(0)
  const laying = rangeOf(figures[`${prefix}.layingDays`])
  const lives = rangeOf(figures[`${prefix}.femaleDays`])
  const first = later(day, ripe)
  if (laying)
    pair.push({
      ...{ what: 'laying', says: 'laying', from: first, to: later(first, laying) },
      guess: isGuess(`${prefix}.layingDays`),
    })
  if (lives)
    young.push({
      ...{ says: 'end of a female’s life', day: later(day, lives), grams: null },
      guess: isGuess(`${prefix}.femaleDays`),
    })
  return { pair, young, weights: [] }
}
