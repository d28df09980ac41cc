import type { ClutchRules, IncubationRules, PairingRules, Protocol, ReadinessRules } from './types'
import type { DevelopmentCurve, SexCurve } from './curves'
import type { ProtocolDocument } from './document'
import { checksOf } from './compileChecks'
import { lightOf } from './compileLight'
import { restOf } from './rest'
import { Sheet } from './sheet'
import { leavingOf, rearingOf, stagesOf } from './compileStages'

/**
 * Compiles what the calculations read from a document's figures.
 * @param sources who set a figure otherwise than it started, by its key; shown with every verdict that rests on it
 * @throws MissingFigureError when a figure is missing that the way of keeping cannot do without
 * @returns null for a colony: nobody in it is judged by name
 */
export function compileProtocol(
  document: ProtocolDocument,
  sources: Readonly<Record<string, string>> = {},
  edition = '',
): Protocol | null {
  if (document.keptAs === 'colonies') return null
  const sheet = Sheet.of(document)
  const name = document.species[0]!.toUpperCase() + document.species.slice(1)
  return {
    code: document.code,
    species: document.species,
    latin: document.latin,
    bodyPlan: document.bodyPlan,
    keptAs: document.keptAs,
    young: document.young,
    origin: `${name} protocol${edition ? `, ${edition}` : ''}`,
    sources,
    readiness: readinessOf(sheet),
    rest: restOf(sheet),
    pairing: pairingOf(sheet),
    clutch: clutchOf(sheet),
    incubation: incubationOf(sheet),
    growth: { female: curveOf(sheet, 'female'), male: curveOf(sheet, 'male') },
    pace: {
      over: sheet.numberOr('growth.warnOver', null),
      under: sheet.numberOr('growth.warnUnder', null),
      newbornGrams: sheet.has('size.young') ? sheet.range('size.young').least : null,
    },
    quarantineDays: sheet.number('quarantine.days'),
    stages: stagesOf(sheet),
    checks: checksOf(sheet, document.bodyPlan),
    light: lightOf(sheet),
    rearing: rearingOf(sheet),
    leaving: leavingOf(sheet),
    papers: sheet.words('leaving.papers'),
    price: sheet.rangeOrNull('leaving.price') ?? { typical: 0, least: 0, most: 0 },
    cautions: sheet.words('cautions.words'),
  }
}

const curveOf = (sheet: Sheet, sex: string) => ({
  A: sheet.number(`growth.${sex}.A`),
  k: sheet.number(`growth.${sex}.k`),
  Ti: sheet.number(`growth.${sex}.Ti`),
})

function readinessOf(sheet: Sheet): ReadinessRules {
  const of = (sex: 'female' | 'male') => {
    const { least, most } = sheet.range(`readiness.${sex}.condition`)
    const both = (what: string) => ({
      wanted: sheet.number(`readiness.${sex}.${what}.cautious`),
      least: sheet.number(`readiness.${sex}.${what}.bold`),
    })
    return {
      ageDays: both('ageDays'),
      grams: sheet.has(`readiness.${sex}.grams.cautious`) ? both('grams') : null,
      condition: { from: least, to: most, never: sheet.number('readiness.conditionNever') },
      regained: sheet.numberOr(`readiness.${sex}.regained`, 0.9),
      oldestDays: sheet.number('readiness.oldestDays'),
      restDays: sheet.numberOr(`readiness.${sex}.restDays`, 0),
    }
  }
  return {
    female: of('female'),
    male: of('male'),
    ageFrom: sheet.words('readiness.ageFrom') === 'last moult' ? 'last moult' : 'hatching',
    sexCertainty: sheet.number('readiness.sexCertainty'),
    mealsInARow: sheet.number('readiness.mealsInARow'),
    weightGoodForDays: sheet.number('readiness.weightGoodForDays'),
    stop: { refusals: sheet.number('readiness.stop.refusals'), loss: sheet.number('readiness.stop.loss') },
  }
}

function pairingOf(sheet: Sheet): PairingRules {
  return {
    manner: sheet.words('pairing.manner'),
    hoursTogether: sheet.range('pairing.hoursTogether'),
    daysBetween: sheet.range('pairing.daysBetween'),
    meetings: sheet.range('pairing.meetings'),
    stopAfterLocks: sheet.number('pairing.stopAfterLocks'),
    stopAfterRefusals: sheet.number('pairing.stopAfterRefusals'),
    lockToShed: sheet.rangeOrNull('pairing.lockToShed'),
    shedToLaying: sheet.rangeOrNull('pairing.shedToLaying'),
    lockToLaying: sheet.range('pairing.lockToLaying'),
    signs: sheet.words('laying.signs'),
    caution: sheet.words('pairing.caution'),
    trigger: sheet.rangeOrNull('pairing.triggerDays'),
    receptive: sheet.rangeOrNull('pairing.receptiveDays'),
    sperm: sheet.rangeOrNull('pairing.spermDays'),
    unmated: unmatedOf(sheet.words('pairing.unmated')),
    maleRestDays: sheet.numberOr('pairing.maleRestDays', 0),
    mostFemales: sheet.numberOr('pairing.mostFemales', 3),
    togetherMost: sheet.numberOr('pairing.togetherMost', 1),
    kin: {
      warn: sheet.numberOr('pairing.kinWarn', 0.0625),
      alarm: sheet.numberOr('pairing.kinAlarm', 0.125),
      block: sheet.numberOr('pairing.kinBlock', 0.25),
    },
    before: sheet
      .words('pairing.before')
      .split(';')
      .map((part) => part.trim())
      .filter((part) => part !== ''),
    stay: sheet.words('pairing.stay') === 'yes',
    after: sheet.words('pairing.after'),
    carriers: sheet.words('pairing.carriers'),
  }
}

const unmatedOf = (words: string) => (words === 'daughters only' || words === 'clone' ? words : 'no')

function clutchOf(sheet: Sheet): ClutchRules | null {
  if (!sheet.has('clutch.count')) return null
  return {
    count: sheet.range('clutch.count'),
    infertile: sheet.numberOr('clutch.infertile', 0.1),
    perYear: sheet.numberOr('clutch.perYear', 1),
    again: sheet.rangeOrNull('laying.againDays'),
    eggGrams: sheet.rangeOrNull('clutch.eggGrams'),
  }
}

/** Null where young are born, not hatched from eggs that somebody sets. */
function incubationOf(sheet: Sheet): IncubationRules | null {
  if (!sheet.has('incubation.method.1.name') || !sheet.has('thermal.1.degreeDays')) return null
  return {
    methods: sheet.numbered('incubation.method').map((p) => ({
      name: sheet.words(`${p}.name`),
      argument: sheet.words(`${p}.argument`),
      waterPerMedium: sheet.numberOr(`${p}.water`, null),
    })),
    thresholdC: sheet.number('thermal.1.thresholdC'),
    degreeDays: sheet.number('thermal.1.degreeDays'),
    capC: sheet.number('incubation.capC'),
    curve: developmentOf(sheet),
    sex: sexOf(sheet),
    eggSpreadDays: sheet.number('thermal.1.spreadDays'),
    clutchSpread: sheet.number('incubation.clutchSpread'),
    setPointC: sheet.number('incubation.setPointC'),
    warnC: { low: sheet.number('incubation.warnLowC'), high: sheet.number('incubation.warnHighC') },
    lethalC: {
      low: sheet.number('incubation.lethalLowC'),
      high: sheet.number('incubation.lethalHighC'),
      hours: sheet.number('incubation.lethalHours'),
    },
    gapHours: sheet.number('incubation.gapHours'),
    hatchRate: sheet.range('incubation.hatchRate'),
    pipToOutDays: sheet.range('incubation.pipToOutDays'),
  }
}

function developmentOf(sheet: Sheet): DevelopmentCurve {
  const thresholdC = sheet.number('thermal.1.thresholdC')
  const degreeDays = sheet.number('thermal.1.degreeDays')
  const scaled = { thresholdC, degreeDays, referenceC: sheet.number('incubation.setPointC') }
  const model = sheet.words('thermal.1.model')
  if (model === 'briere') return { ...scaled, model, upperC: sheet.number('thermal.1.upperC') }
  if (model === 'schoolfield')
    return {
      ...{ ...scaled, model },
      activationKJ: sheet.number('thermal.1.activationKJ'),
      inhibitionKJ: sheet.number('thermal.1.inhibitionKJ'),
      halfIdleC: sheet.number('thermal.1.halfIdleC'),
    }
  return { thresholdC, degreeDays, capC: sheet.number('incubation.capC') }
}

function sexOf(sheet: Sheet): SexCurve | null {
  if (!sheet.has('incubation.sex.sensitiveFrom')) return null
  return {
    sensitive: {
      from: sheet.number('incubation.sex.sensitiveFrom'),
      to: sheet.number('incubation.sex.sensitiveTo'),
    },
    pivots: sheet.numbered('incubation.sex.pivot').map((p) => ({
      celsius: sheet.number(`${p}.celsius`),
      slope: sheet.number(`${p}.slope`),
    })),
  }
}
