import {
  addDays,
  careOf,
  colonyModelOf,
  countByScoops,
  daysBetween,
  instantOfDay,
  methodsOf,
  projectColony,
  Sheet,
  startingDocuments,
  type ColonyModel,
  type Day,
  type Estimate,
  type Take,
  type KindsOf,
} from '@hatch-book/core'
import { about, type SaidOf, entryThat } from '@hatch-book/contract'
import { CARE_DAYS } from './care'
import type { DemoIdentity } from './identity'
import type { Chance } from './random'
import { LAST_DAY, ZONE } from './room'
import type { Author, DemoStep } from './steps'

/** A colony as it was bought and is kept. Its keepers do not know by how much it breeds otherwise than its protocol says. */
interface Kept {
  name: string
  code: string
  since: Day
  bins: number
  celsius: number
  females: number
  males: number
  /** Eggs and survival against the protocol's, as it truly is. */
  breeds: number
  /** Fed off each week, from so many weeks after the start on. */
  take: { size: Take['stage']; perWeek: number; fromWeek: number }
  /** How it is worked, by the protocol's name for it. */
  method: string
  /** Counted each so many days. */
  countDays: number
}

const KEPT: readonly Kept[] = [
  {
    ...{ name: 'R1', code: 'TR', since: '2026-08-17', bins: 3, celsius: 29, females: 150, males: 50 },
    ...{ breeds: 0.86, take: { size: 3, perWeek: 60, fromWeek: 22 }, method: 'left together', countDays: 28 },
  },
  {
    ...{ name: 'Q1', code: 'BC', since: '2027-01-11', bins: 2, celsius: 30, females: 60, males: 40 },
    ...{
      breeds: 0.6,
      take: { size: 2, perWeek: 150, fromWeek: 9 },
      method: 'egg traps rotated',
      countDays: 14,
    },
  },
  {
    ...{ name: 'F1', code: 'FF', since: '2027-03-01', bins: 6, celsius: 24, females: 120, males: 120 },
    ...{
      breeds: 1.05,
      take: { size: 'adult', perWeek: 200, fromWeek: 6 },
      method: 'jars weekly',
      countDays: 14,
    },
  },
  {
    ...{ name: 'T1', code: 'ST', since: '2027-02-08', bins: 2, celsius: 21, females: 500, males: 0 },
    ...{
      breeds: 1,
      take: { size: 1, perWeek: 600, fromWeek: 10 },
      method: 'tapped once a week',
      countDays: 28,
    },
  },
]
const SCOOPS_IN_ALL = 20
const MONDAY_HOUR = 11

/** Colonies that feed the rest: set up, counted by scoops, fed from each week. */
export function keepFeeders(identity: DemoIdentity, luck: Chance): DemoStep[] {
  return KEPT.flatMap((kept) => keepOne(kept, identity, luck.branch(kept.name)))
}

function keepOne(kept: Kept, identity: DemoIdentity, luck: Chance): DemoStep[] {
  const { name, code, since, bins, celsius } = kept
  const document = startingDocuments.find((d) => d.code === code)!
  const model = colonyModelOf(document)!
  const begun = instantOfDay(since, ZONE, 9)
  const id = luck.id(begun)
  const days = daysBetween(since, LAST_DAY)
  const weeks = Math.floor(days / 7)
  const take: Take[] = [
    { stage: kept.take.size, perWeek: kept.take.perWeek, fromWeek: kept.take.fromWeek, toWeek: weeks },
  ]
  const truth = projectColony({
    ...{ model: asItIs(model, kept.breeds), bins, celsius, days, take },
    start: { young: model.stages.map(() => 0), females: kept.females, males: kept.males },
  })
  const write = <K extends KindsOf<'colony'>>(
    day: Day,
    kind: K,
    payload: SaidOf<K>,
    by: Author,
    names: Chance = luck,
  ): DemoStep => {
    const at = instantOfDay(day, ZONE, MONDAY_HOUR)
    const told = about('colony', id)(kind, payload)
    const when = { id: names.id(at), at: new Date(at).toISOString(), precision: 'minute' as const }
    return { at, act: 'entry', by, body: entryThat(told, { ...when, device: 'demo' }) }
  }
  const { size } = kept.take
  const sizeName = size === 'adult' ? 'adults' : model.stages[size]!.name
  const steps: DemoStep[] = [
    {
      ...{ at: begun, act: 'colony' },
      body: { id, name, protocolId: identity.protocolId(code), bins, celsius, method: kept.method },
    },
  ]
  const work = methodsOf(document).find((m) => m.name === kept.method)!
  for (let day = work.everyDays.typical; day < days; day += work.everyDays.typical)
    steps.push(write(addDays(since, Math.round(day)), 'tended', { task: work.task }, 'helper'))
  const care = luck.branch('care')
  for (const { name: task, kind, everyDays } of careOf(Sheet.of(document)))
    for (let day = 1; day < days; day += Math.ceil(everyDays.typical)) {
      const on = addDays(since, day)
      const step = kind === 'food' ? write(on, 'food given', { task }, 'helper', care) : null
      steps.push({ ...(step ?? write(on, 'water changed', {}, 'helper', care)), lately: CARE_DAYS })
    }
  for (let day = 0; day < days; day += 7) {
    const on = addDays(since, day)
    const taken = Math.floor(truth.taken[0]![day / 7]!)
    if (taken > 0) steps.push(write(on, 'fed off', { size: sizeName, count: taken }, 'helper'))
    if (day % kept.countDays !== 0) continue
    const now = truth.days[day]!
    // Those that were bought were counted one by one.
    const count = (n: number): Estimate => (day === 0 ? { count: n, low: n, high: n } : scooped(n, luck))
    const young = model.stages.flatMap((s, i) => {
      const seen = count(now.young[i]!)
      return seen.count > 0 ? [[s.name, seen] as const] : []
    })
    steps.push(
      write(
        on,
        'counted',
        {
          young: Object.fromEntries(young),
          ...{ females: count(now.females), males: count(now.males) },
          how: day === 0 ? 'one by one' : 'by scoops',
        },
        'keeper',
      ),
    )
  }
  return steps
}

const asItIs = (model: ColonyModel, breeds: number): ColonyModel => {
  const of = (n: number) => n * breeds
  const { typical, least, most } = model.eggsPerFemaleDay
  return { ...model, eggsPerFemaleDay: { typical: of(typical), least: of(least), most: of(most) } }
}

/** Three scoops, each with the luck of the spoon. */
function scooped(count: number, luck: Chance): Estimate {
  const each = count / SCOOPS_IN_ALL
  const scoops = Array.from({ length: 3 }, () =>
    Math.max(0, Math.round(luck.normal(each, Math.sqrt(each) + each * 0.08))),
  )
  return countByScoops(scoops, 1 / SCOOPS_IN_ALL)
}
