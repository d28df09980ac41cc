import { Sheet, type ProtocolDocument } from '../protocols'
import type { ColonyModel, ColonyStage } from './model'

/** The way from the egg to the adult as a protocol tells it: for one sex, and for eggs that were fertilised or not. */
export interface LifeCourse {
  referenceC: number
  stages: ColonyStage[]
}

export interface LifeOf {
  sex?: 'female' | 'male' | undefined
  fertilised?: boolean | undefined
}

/**
 * Stages of development by temperature, as far as they belong to the sex and the eggs asked for; without a sex those of females,
 * which are the longer.
 * @returns null where a protocol has no such stages
 * @throws MissingFigureError when a figure is missing that they cannot do without
 */
export function lifeOf(
  document: ProtocolDocument,
  { sex = 'female', fertilised = true }: LifeOf = {},
): LifeCourse | null {
  const sheet = Sheet.of(document)
  const all = sheet.numbered('thermal')
  if (all.length === 0) return null
  const colony = document.keptAs === 'colonies'
  const capC = sheet.number(colony ? 'colony.capC' : 'incubation.capC')
  const stages = all
    .map((p) => ({ p, name: sheet.words(`${p}.name`) }))
    .filter(({ name }) => sex === 'female' || !name.includes('females only'))
    .filter(({ name }) => (fertilised ? !name.includes('unfertilised') : !/(^|[^n])fertilised/.test(name)))
    .map(({ p, name }): ColonyStage => ({
      name: name.replace(/ \(.*\)$/, ''),
      curve: {
        thresholdC: sheet.number(`${p}.thresholdC`),
        degreeDays: sheet.number(`${p}.degreeDays`),
        capC,
      },
      spreadDays: sheet.number(`${p}.spreadDays`),
      survive: sheet.number(`${p}.survive`),
      mm: sheet.numberOr(`${p}.exitMm`, null),
      grams: sheet.numberOr(`${p}.exitGrams`, null),
    }))
  return { referenceC: sheet.number(colony ? 'colony.referenceC' : 'incubation.setPointC'), stages }
}

/**
 * What a colony of a protocol is reckoned with.
 * @returns null where the species is not kept as a colony
 * @throws MissingFigureError when a figure is missing that a colony cannot do without
 */
export function colonyModelOf(document: ProtocolDocument): ColonyModel | null {
  if (document.keptAs !== 'colonies') return null
  const life = lifeOf(document)
  if (!life) return null
  const sheet = Sheet.of(document)
  return {
    code: document.code,
    species: document.species,
    ...life,
    femaleShare: sheet.number('colony.femaleShare'),
    ripeningDays: sheet.range('colony.ripeningDays'),
    eggsPerFemaleDay: sheet.range('colony.eggsPerDay'),
    layingDays: sheet.range('colony.layingDays'),
    femaleLifeDays: sheet.range('colony.femaleDays'),
    maleLifeDays: sheet.range('colony.maleDays'),
    layingC: { fullC: sheet.number('colony.layFullC'), noneC: sheet.number('colony.layNoneC') },
    lethalC: { low: sheet.number('colony.lethalLowC'), high: sheet.number('colony.lethalHighC') },
    bin: {
      litres: sheet.number('colony.binLitres'),
      adults: sheet.number('colony.binAdults'),
      young: sheet.number('colony.binYoung'),
    },
  }
}
