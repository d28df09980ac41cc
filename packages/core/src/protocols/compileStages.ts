import { CHECK_GOOD_DAYS } from '../checks/names'
import { careOf, careOfStage } from './compileCare'
import { ANY_OF_IT, AS_IT_COMES, ASKED, NO_CHECK, NOT_ASKED } from './figures'
import type { Sheet } from './sheet'
import { housingInWords } from './stageWords'
import { bodySizes, BODY_SIZES } from '../weighing/sizes'
import type { Evidence, FeederRule, RearingRules, Stage, StageClimate, StageRoom } from './types'

export function stagesOf(sheet: Sheet): Stage[] {
  let usually = 0
  const named = careOf(sheet)
  const order = sheet.stages()
  return order.map((p) => {
    const days = sheet.range(`${p}.days`)
    usually += days.typical
    const feed = sheet.words(`${p}.feed`)
    const air = airOf(sheet, p)
    const room: StageRoom = {
      areaM2: sheet.rangeOrNull(`${p}.areaM2`),
      litres: sheet.rangeOrNull(`${p}.litres`),
      together: sheet.numberOr(`${p}.together`, 1),
      partBy: sheet.rangeOrNull(`${p}.partBy`),
      waterMm: sheet.rangeOrNull(`${p}.waterMm`),
      heightMm: sheet.rangeOrNull(`${p}.heightMm`),
      heightBodies: sheet.rangeOrNull(`${p}.heightBodies`),
      floorBodies: sheet.rangeOrNull(`${p}.floorBodies`),
    }
    const name = sheet.words(`${p}.name`)
    const waterDays = sheet.rangeOrNull(`${p}.waterDays`)
    const mistDays = sheet.rangeOrNull(`${p}.mistDays`)
    return {
      name,
      days,
      // What nobody put into words is told from its figures.
      housing: [sheet.words(`${p}.housing`) || housingInWords(room), sheet.words(`${p}.also`)]
        .filter((words) => words !== '')
        .join(', '),
      climateSaid: sheet.words(`${p}.climate`),
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
      anyOpens: sheet.words(`${p}.gate.needs`) === ANY_OF_IT,
      alsoCalled: alsoCalled(sheet, order, p),
    }
  })
}

/** Former names of a stage, one a line, and all names of those put aside that it stands for. */
function alsoCalled(sheet: Sheet, order: readonly string[], p: string): string[] {
  const formerly = (of: string) =>
    sheet
      .words(`${of}.formerly`)
      .split('\n')
      .filter((name) => name !== '')
  const putAside = sheet.numbered('stage').filter((of) => !order.includes(of))
  return [
    ...formerly(p),
    ...putAside
      .filter((of) => standsFor(sheet, order, of) === p)
      .flatMap((of) => [sheet.words(`${of}.name`), ...formerly(of)]),
  ]
}

/** The stage that stands for one that was put aside: as was chosen, or else the one before it. */
function standsFor(sheet: Sheet, order: readonly string[], aside: string): string | undefined {
  const chosen = `stage.${sheet.words(`${aside}.instead`)}`
  if (order.includes(chosen)) return chosen
  const all = sheet.numbered('stage')
  const before = all.slice(0, all.indexOf(aside)).filter((p) => order.includes(p))
  return before.at(-1) ?? order[0]
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
  /** Nothing of a thing is not asked for. */
  const wanted = (what: string) => sheet.numberOr(`${p}.${what}`, 0)
  const [days, sheds, meals, grams] = ['ageDays', 'sheds', 'meals', 'grams'].map(wanted) as Four
  if (days > 0) gate.push({ kind: 'age', days })
  if (sheds > 0) gate.push({ kind: 'whole sheds', count: sheds })
  if (meals > 0) gate.push({ kind: 'meals in a row', count: meals })
  if (grams > 0) gate.push({ kind: 'weight', grams })
  for (const sex of ['male', 'female'] as const) {
    const own = wanted(sex === 'male' ? 'gramsMale' : 'gramsFemale')
    if (own > 0) gate.push({ kind: 'weight', grams: own, sex })
  }
  for (const of of bodySizes) {
    const mm = wanted(BODY_SIZES[of].field)
    if (mm > 0) gate.push({ kind: 'size', of, mm })
  }
  if (![NOT_ASKED, ''].includes(sheet.words(`${p}.readiness`))) gate.push({ kind: 'readiness' })
  gate.push(...checkAsked(sheet, `${p}.check`))
  if (sheet.words(`${p}.word`) === ASKED) gate.push({ kind: 'word' })
  // What the log cannot show is taken as done after the usual time.
  if (gate.length === 0 && sheet.has(`${p}.words`))
    gate.push({ kind: 'usual time', days: Math.round(usually), words: sheet.words(`${p}.words`) })
  return gate
}

/** A check that must have been passed, named as the protocol names its checks; none where it says none. */
function checkAsked(sheet: Sheet, key: string): Evidence[] {
  const check = sheet.words(key, NO_CHECK)
  if (check === NO_CHECK || check === '') return []
  const at = sheet.numbered('check').find((p) => sheet.words(`${p}.name`) === check)
  return [
    {
      kind: 'check',
      check,
      goodDays: at ? sheet.numberOr(`${at}.goodDays`, CHECK_GOOD_DAYS) : CHECK_GOOD_DAYS,
    },
  ]
}
type Four = [number, number, number, number]

export function leavingOf(sheet: Sheet): Evidence[] {
  const wanted: Evidence[] = []
  if (sheet.has('leaving.ageDays')) wanted.push({ kind: 'age', days: sheet.number('leaving.ageDays') })
  if (sheet.has('leaving.meals'))
    wanted.push({ kind: 'meals in a row', count: sheet.number('leaving.meals'), now: true })
  if (sheet.has('leaving.grams')) wanted.push({ kind: 'weight', grams: sheet.number('leaving.grams') })
  if (sheet.has('leaving.sheds')) wanted.push({ kind: 'whole sheds', count: sheet.number('leaving.sheds') })
  if (sheet.has('leaving.sexCertainty'))
    wanted.push({ kind: 'sex sure', certainty: sheet.number('leaving.sexCertainty') })
  wanted.push(...checkAsked(sheet, 'leaving.check'))
  return [...wanted, { kind: 'no open problem' }, { kind: 'out of quarantine' }]
}
