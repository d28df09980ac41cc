import { lifeOf, type ColonyStage } from '../colonies'
import {
  careOfCohorts,
  foodsOf,
  isCounted,
  Sheet,
  type CareRule,
  type StageFood,
  type ProtocolDocument,
  type Range,
} from '../protocols'
import type { AdultSpan } from './emergence'

/** What a breeding box is searched by. */
export interface BoxRules {
  eggsPerDay: Range
  /** A female lays for, days. */
  layingDays: Range
  /** Index of the first stage that eats eggs and small larvae. */
  eats: number
  searchDays: Range
  /** Share of what lies in a box that a search does not find. */
  missed: number
  instars: { name: string; widthMm: Range }[]
}

/** What a species kept in cohorts is reckoned with. */
export interface CohortProtocol {
  code: string
  species: string
  /** What they are once the last stage is over: adults, froglets. */
  grown: string
  referenceC: number
  /** From the egg on, of females; the last one ends with the adult. */
  stages: ColonyStage[]
  /** The same of males, which may be fewer. */
  maleStages: ColonyStage[]
  /** The same from eggs that were not fertilised; null where those do not hatch. */
  unfertilised: ColonyStage[] | null
  /** Litres for one of each stage; null where nobody said. */
  litresEach: (Range | null)[]
  adultLitres: Range | null
  /** Height that a moult wants, in body lengths. */
  heightBodies: number | null
  /** The stage from which each is kept alone; null where they live in groups. */
  aloneFrom: number | null
  adults: AdultSpan | null
  malesPerFemale: number | null
  /** Males emerge so many days before females of one brood, on the mean. */
  earlierMales: number
  /** Where development is held back, °C, and at most for how long, days. */
  hold: { celsius: Range; mostDays: number } | null
  /** Pupae that pause, and how long they do. */
  pause: { share: Range; days: Range } | null
  box: BoxRules | null
  /** Eggs are collected each so many days. */
  collectDays: Range | null
  /** Leaves that are eaten; the days of the year on which they come out and fall, as `11-05`, null where they stay or nobody said. */
  host: {
    plants: string
    leafOut: string | null
    leafFall: string | null
    marginDays: number
    lastFeeding: number
  } | null
  /** Unwanted eggs are frozen for, days, before they are thrown out. */
  freezeDays: Range | null
  /** What is repeated for them, such as misting. */
  care: CareRule[]
  /** What each stage eats. */
  foods: StageFood[]
  /** Alarm below and above, °C. */
  alarmC: { low: number; high: number }
}

/**
 * What a cohort of a protocol is reckoned with.
 * @returns null where the species is not kept in cohorts
 * @throws MissingFigureError when a figure is missing that a cohort cannot do without
 */
export function cohortProtocolOf(document: ProtocolDocument): CohortProtocol | null {
  if (!isCounted(document)) return null
  const female = lifeOf(document, { sex: 'female' })
  const male = lifeOf(document, { sex: 'male' })
  if (!female || !male) return null
  const sheet = Sheet.of(document)
  const at = (key: string) =>
    sheet.has(key) ? female.stages.findIndex((s) => s.name === sheet.words(key)) : -1
  const orNull = (index: number) => (index < 0 ? null : index)
  const numbered = sheet.numbered('thermal')
  return {
    code: document.code,
    species: document.species,
    grown: sheet.words('cohort.grown', 'adults'),
    referenceC: female.referenceC,
    stages: female.stages,
    maleStages: male.stages,
    unfertilised: numbered.some((p) => sheet.words(`${p}.name`).includes('unfertilised'))
      ? lifeOf(document, { fertilised: false })!.stages
      : null,
    litresEach: female.stages.map((s) => {
      const p = numbered.find((n) => sheet.words(`${n}.name`).replace(/ \(.*\)$/, '') === s.name)!
      return sheet.rangeOrNull(`${p}.litresEach`)
    }),
    adultLitres: sheet.rangeOrNull('cohort.adultLitres'),
    heightBodies: sheet.numberOr('cohort.heightBodies', null),
    aloneFrom: orNull(at('cohort.aloneFrom')),
    adults: sheet.has('cohort.femaleDays')
      ? {
          femaleDays: sheet.range('cohort.femaleDays'),
          maleDays: sheet.range('cohort.maleDays'),
          nights: { from: sheet.number('cohort.firstNight'), to: sheet.number('cohort.lastNight') },
        }
      : null,
    malesPerFemale: sheet.numberOr('cohort.malesPerFemale', null),
    earlierMales: sheet.numberOr('cohort.earlierMales', 0),
    hold: sheet.has('cohort.holdC')
      ? { celsius: sheet.range('cohort.holdC'), mostDays: sheet.number('cohort.holdDays') }
      : null,
    pause: sheet.has('cohort.pauseShare')
      ? { share: sheet.range('cohort.pauseShare'), days: sheet.range('cohort.pauseDays') }
      : null,
    box: sheet.has('cohort.searchDays')
      ? {
          eggsPerDay: sheet.range('cohort.eggsPerDay'),
          layingDays: sheet.range('cohort.layingDays'),
          eats: at('cohort.eatsEggsFrom'),
          searchDays: sheet.range('cohort.searchDays'),
          missed: sheet.number('cohort.missedShare'),
          instars: sheet.numbered('cohort.instar').map((p) => ({
            name: sheet.words(`${p}.name`),
            widthMm: sheet.range(`${p}.headMm`),
          })),
        }
      : null,
    collectDays: sheet.rangeOrNull('cohort.collectDays'),
    host: sheet.has('cohort.hostPlants')
      ? {
          plants: sheet.words('cohort.hostPlants'),
          leafOut: sheet.has('cohort.leafOut') ? sheet.words('cohort.leafOut') : null,
          leafFall: sheet.has('cohort.leafFall') ? sheet.words('cohort.leafFall') : null,
          marginDays: sheet.numberOr('cohort.leafMarginDays', 14),
          lastFeeding: orNull(at('cohort.lastFeeding')) ?? female.stages.length - 1,
        }
      : null,
    freezeDays: sheet.rangeOrNull('cohort.freezeDays'),
    care: careOfCohorts(sheet),
    foods: foodsOf(sheet),
    alarmC: { low: sheet.number('incubation.warnLowC'), high: sheet.number('incubation.warnHighC') },
  }
}

/** The way from the egg on that a cohort goes: eggs of mothers that met no male take longer, and fewer of them hatch. */
export const lifeFor = (
  { stages, unfertilised }: Pick<CohortProtocol, 'stages' | 'unfertilised'>,
  mothers: 'mated' | 'not mated' | 'mixed',
): ColonyStage[] => (mothers === 'not mated' && unfertilised ? unfertilised : stages)
