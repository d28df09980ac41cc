import { about, entryThat, type SaidOf } from '@hatch-book/contract'
import {
  addDays,
  compileProtocol,
  dayOfInstant,
  instantOfDay,
  startingDocuments,
  type CheckRule,
  type Day,
  type Instant,
} from '@hatch-book/core'
import type { DemoIdentity } from './identity'
import type { Chance } from './random'
import { LAST_DAY, ZONE } from './room'
import type { DemoStep } from './steps'

/** How an animal's time here looks to whoever checks it. */
interface Life {
  code: string
  from: Instant
  to: Instant
  hatchedHere: boolean
  rests: { from: Instant; to: Instant }[]
}

const HOUR = 17
const EVERY_DAYS = 28
/** Of checks only the last of each kind counts. */
const CHECK_DAYS = 70
const MID_REST_DAYS = 200

/** Everybody who lives here by name, from when to when, and when they rest. */
function livesIn(steps: readonly DemoStep[], codeOf: ReadonlyMap<string, string>): Map<string, Life> {
  const lives = new Map<string, Life>()
  const clutches = new Map<string, string>()
  const end = instantOfDay(LAST_DAY, ZONE, HOUR)
  const begin = (id: string, code: string | undefined, from: Instant, hatchedHere: boolean) => {
    if (code) lives.set(id, { code, from, to: end, hatchedHere, rests: [] })
  }
  for (const step of [...steps].sort((a, b) => a.at - b.at)) {
    if (step.act === 'animal') begin(step.body.id, codeOf.get(step.body.protocolId), step.at, false)
    if (step.act === 'clutch') {
      const { id, damId, litter } = step.body
      const code = lives.get(damId ?? '')?.code
      if (code) clutches.set(id, code)
      for (const young of litter?.live ?? []) begin(young.animalId, code, step.at, false)
    }
    if (step.act === 'hatch')
      for (const { animalId } of step.body.young) begin(animalId, clutches.get(step.clutchId), step.at, true)
    if (step.act !== 'entry') continue
    const life = lives.get(step.body.subject.id)
    const { kind } = step.body
    if (life && (kind === 'died' || kind === 'sold')) life.to = step.at
    if (life && kind === 'rest began') life.rests.push({ from: step.at, to: end })
    const rest = life?.rests.at(-1)
    if (rest && kind === 'warmed') rest.to = step.at
  }
  return lives
}

/** Everybody is looked over each month, hatchlings as they leave the incubator, sleepers once in the middle of their rest. */
export function checkAnimals(steps: readonly DemoStep[], identity: DemoIdentity, luck: Chance): DemoStep[] {
  const codeOf = new Map(startingDocuments.map(({ code }) => [identity.protocolId(code), code]))
  const rules = new Map(
    startingDocuments.map((document) => [document.code, compileProtocol(document)?.checks ?? []]),
  )
  return [...livesIn(steps, codeOf)].flatMap(([id, life], i) => {
    const ruleOf = (when: CheckRule['when']) => rules.get(life.code)?.find((rule) => rule.when === when)
    const write = (rule: CheckRule, day: Day, lately: number): DemoStep[] => {
      const at = instantOfDay(day, ZONE, HOUR)
      if (at < life.from || at >= life.to) return []
      const payload: SaidOf<'checked'> = { check: rule.name, looked: rule.parts.map(({ part }) => part) }
      const when = { id: luck.id(at), at: new Date(at).toISOString(), device: 'demo' }
      return [
        {
          at,
          act: 'entry',
          by: 'keeper',
          body: entryThat(about('animal', id)('checked', payload), when),
          lately,
        },
      ]
    }
    const routine = ruleOf('every so many days')
    const hatchling = ruleOf('out of the incubator')
    const asleep = ruleOf('in mid-rest')
    const isResting = (day: Day) =>
      life.rests.some(
        ({ from, to }) => instantOfDay(day, ZONE, HOUR) > from && instantOfDay(day, ZONE, HOUR) < to,
      )
    const made: DemoStep[] = []
    const born = dayOfInstant(life.from, ZONE)
    if (hatchling && life.hatchedHere) made.push(...write(hatchling, addDays(born, 1), CHECK_DAYS))
    if (routine)
      for (let day = addDays(born, 7 + (i % EVERY_DAYS)); day < LAST_DAY; day = addDays(day, EVERY_DAYS))
        if (!isResting(day)) made.push(...write(routine, day, CHECK_DAYS))
    if (asleep)
      for (const { from, to } of life.rests)
        made.push(...write(asleep, dayOfInstant((from + to) / 2, ZONE), MID_REST_DAYS))
    return made
  })
}
