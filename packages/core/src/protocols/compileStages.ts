import { careOf, careOfStage } from './compileCare'
import { AS_IT_COMES } from './figures'
import type { Sheet } from './sheet'
import { climateInWords, housingInWords } from './stageWords'
import type { Evidence, FeederRule, RearingRules, Stage, StageClimate, StageRoom } from './types'

export function stagesOf(sheet: Sheet): Stage[] {
  let usually = 0
  const named = careOf(sheet)
  return sheet.numbered('stage').map((p) => {
    const days = sheet.range(`${p}.days`)
    usually += days.typical
    const feed = sheet.words(`${p}.feed`)
    const air = airOf(sheet, p)
    const room: StageRoom = {
      areaM2: sheet.rangeOrNull(`${p}.areaM2`),
      litres: sheet.rangeOrNull(`${p}.litres`),
      together: sheet.numberOr(`${p}.together`, 1),
      partBy: sheet.rangeOrNull(`${p}.partBy`),
    }
    const name = sheet.words(`${p}.name`)
    const waterDays = sheet.rangeOrNull(`${p}.waterDays`)
    const mistDays = sheet.rangeOrNull(`${p}.mistDays`)
    return {
      name,
      days,
      // What nobody put into words is told from its figures.
      housing: sheet.words(`${p}.housing`) || housingInWords(room),
      climate: sheet.words(`${p}.climate`) || climateInWords(air),
      feed: sheet.has(`${p}.everyDays`) ? { prey: feed, everyDays: sheet.range(`${p}.everyDays`) } : null,
      prey: {
        rodents: sheet.words('feeding.preySizes') !== AS_IT_COMES,
        share: sheet.rangeOrNull(`${p}.preyShare`),
        grams: sheet.rangeOrNull(`${p}.preyGrams`),
        heads: sheet.numberOr(`${p}.preyHeads`, null),
        each: sheet.rangeOrNull(`${p}.each`),
      },
      ring: ringOf(sheet.words(`${p}.supplements`)),
      air,
      room,
      feeder: feederOf(sheet, p),
      waterDays,
      mistDays,
      care: careOfStage(named, { name, waterDays, mistDays, inWater: room.litres !== null }),
      gate: gateOf(sheet, `${p}.gate`, usually),
    }
  })
}

/** Where a stage's own feed is this prey, its number and rhythm are not said twice. */
function feederOf(sheet: Sheet, p: string): FeederRule | null {
  if (!sheet.has(`${p}.feeder.code`)) return null
  return {
    code: sheet.words(`${p}.feeder.code`),
    sizes: sheet.words(`${p}.feeder.sizes`).split(/,\s*/),
    each: sheet.rangeOrNull(`${p}.feeder.each`) ?? sheet.range(`${p}.each`),
    everyDays: sheet.rangeOrNull(`${p}.feeder.everyDays`) ?? sheet.range(`${p}.everyDays`),
  }
}

/** Supplements as they are written by turns, such as `Ca CaD Ca MV`; words that say there are none give none. */
function ringOf(words: string): string[] {
  const turns = words.split(/\s+/).filter((turn) => turn !== '')
  return turns.every((turn) => SUPPLEMENTS.includes(turn)) ? turns : []
}
/** Plain calcium, calcium with vitamin D3, multivitamin, none. */
const SUPPLEMENTS = ['Ca', 'CaD', 'MV', 'o']

function airOf(sheet: Sheet, p: string): StageClimate | null {
  if (!sheet.has(`${p}.warmC`)) return null
  const humid = sheet.rangeOrNull(`${p}.humidityAlarm`)
  return {
    warm: sheet.range(`${p}.warmC`),
    cool: sheet.rangeOrNull(`${p}.coolC`),
    night: sheet.rangeOrNull(`${p}.nightC`),
    alarm: sheet.has(`${p}.alarmLowC`)
      ? { low: sheet.number(`${p}.alarmLowC`), high: sheet.number(`${p}.alarmHighC`) }
      : null,
    humidity: sheet.rangeOrNull(`${p}.humidity`),
    humidityAlarm: humid && { low: humid.least, high: humid.most },
  }
}

/** A sheet that is silent on how young are helped on is read with the mildest figures that keepers agree on. */
export function rearingOf(sheet: Sheet): RearingRules {
  return {
    methods: sheet.numbered('sexing.method').map((p) => ({
      name: sheet.words(`${p}.name`),
      right: sheet.number(`${p}.right`),
      fromDays: sheet.numberOr(`${p}.fromDays`, null),
      toDays: sheet.numberOr(`${p}.toDays`, null),
      fromGrams: sheet.numberOr(`${p}.fromGrams`, null),
    })),
    readings: sheet.numberOr('sexing.readings', 3),
    tricks: sheet.numbered('feeding.trick').map((p) => sheet.words(`${p}.name`)),
    lookAfterHours: sheet.rangeOrNull('feeding.lookAfterHours') ?? { typical: 12, least: 2, most: 24 },
    lossWarn: sheet.numberOr('feeding.lossWarn', 0.05),
    lossAlarm: sheet.numberOr('feeding.lossAlarm', 0.1),
    firstMealDays: sheet.rangeOrNull('feeding.firstMealDays') ?? { typical: 7, least: 1, most: 21 },
    assistFromDay: sheet.numberOr('feeding.assistFromDay', null),
    priceSlight: sheet.numberOr('leaving.priceSlight', 0.6),
    priceMarked: sheet.numberOr('leaving.priceMarked', 0.3),
  }
}

function gateOf(sheet: Sheet, p: string, usually: number): Evidence[] {
  const gate: Evidence[] = []
  if (sheet.has(`${p}.sheds`)) gate.push({ kind: 'whole sheds', count: sheet.number(`${p}.sheds`) })
  if (sheet.has(`${p}.meals`)) gate.push({ kind: 'meals in a row', count: sheet.number(`${p}.meals`) })
  if (sheet.has(`${p}.grams`)) gate.push({ kind: 'weight', grams: sheet.number(`${p}.grams`) })
  for (const sex of ['Male', 'Female'] as const)
    if (sheet.has(`${p}.grams${sex}`))
      gate.push({
        kind: 'weight',
        grams: sheet.number(`${p}.grams${sex}`),
        sex: sex === 'Male' ? 'male' : 'female',
      })
  if (sheet.has(`${p}.readiness`)) gate.push({ kind: 'readiness' })
  // What the log cannot show is taken as done after the usual time.
  if (gate.length === 0 && sheet.has(`${p}.words`))
    gate.push({ kind: 'usual time', days: Math.round(usually), words: sheet.words(`${p}.words`) })
  return gate
}

export function leavingOf(sheet: Sheet): Evidence[] {
  const wanted: Evidence[] = []
  if (sheet.has('leaving.ageDays')) wanted.push({ kind: 'age', days: sheet.number('leaving.ageDays') })
  if (sheet.has('leaving.meals'))
    wanted.push({ kind: 'meals in a row', count: sheet.number('leaving.meals'), now: true })
  if (sheet.has('leaving.grams')) wanted.push({ kind: 'weight', grams: sheet.number('leaving.grams') })
  if (sheet.has('leaving.sheds')) wanted.push({ kind: 'whole sheds', count: sheet.number('leaving.sheds') })
  if (sheet.has('leaving.sexCertainty'))
    wanted.push({ kind: 'sex sure', certainty: sheet.number('leaving.sexCertainty') })
  return [...wanted, { kind: 'no open problem' }, { kind: 'out of quarantine' }]
}
