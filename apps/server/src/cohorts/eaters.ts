import {
  compileProtocol,
  daysBetween,
  hatchHill,
  instantOfDay,
  membersByWeek,
  rangeSpread,
  stillHere,
  studyCohort,
  type CohortProtocol,
  type Eater,
  type LeavingChance,
  type Stage,
} from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import type { ClutchStudy } from '../incubation'
import { leavingBy, type Sales } from '../rearing'
import type { Actor } from '../shell/actor'
import { loadCohorts, protocolIn } from './views'

/** What the cohorts will eat of the feeder colonies, stage by stage as they grow, die and leave; eggs to come included. */
export async function cohortEaters(
  tx: Transaction,
  actor: Actor,
  studied: readonly ClutchStudy[],
  sales: Sales,
  weeks: number,
): Promise<Eater[]> {
  const { shelf, cohorts } = await loadCohorts(tx, actor)
  const ofProtocol = (id: string) => {
    const life = protocolIn(shelf, id)!
    const protocol = compileProtocol(shelf.document(id))!
    return { life, stages: protocol.stages, leaving: leavingBy(protocol, sales, sales.keep) }
  }
  const now = cohorts.flatMap((c): Eater[] => {
    const { life, stages, leaving } = ofProtocol(c.protocolId)
    const { way, standing, groups, ahead } = studyCohort(c, life, actor.today)
    const adultDays = life.adults?.femaleDays.typical ?? null
    const lives = { grown: standing.grown, adultDays }
    const members = membersByWeek(way, groups, ahead, life.referenceC, weeks, lives)
    const age = daysBetween(c.began, actor.today)
    return eatersIn({ life, stages, name: c.name, members: leave(members, leaving, age) })
  })
  const start = instantOfDay(actor.today, actor.book.zone)
  const toCome = studied.flatMap(({ clutch, view, protocol, incubated }): Eater[] => {
    const forecast = incubated?.forecast
    if (protocol.keptAs !== 'cohorts' || !forecast || view.waiting === 0) return []
    const { life, stages, leaving } = ofProtocol(
      shelf.rows.find((r) => shelf.document(r.id).code === protocol.code)!.id,
    )
    const rate = protocol.incubation!.hatchRate
    const one = [{ stage: 1, count: 1, done: 0 }]
    const alone = leave(membersByWeek(life.stages, one, life.referenceC, life.referenceC, weeks), leaving, 0)
    const hill = hatchHill(forecast, start, weeks * 7)
    const members = alone.map((row) =>
      row.map((_n, week) =>
        Array.from({ length: week + 1 }, (_, born) => born).reduce((sum, born) => {
          const chance = hill.slice(born * 7, born * 7 + 7).reduce((a, b) => a + b, 0)
          return sum + view.waiting * rate.typical * chance * row[week - born]!
        }, 0),
      ),
    )
    const spread = rangeSpread(rate.least, rate.most) / rate.typical
    return eatersIn({ life, stages, name: clutch.name, members, spread })
  })
  return [...now, ...toCome]
}

const leave = (members: number[][], leaving: LeavingChance | null, ageDays: number) =>
  members.map((row) => row.map((n, week) => n * stillHere(leaving, ageDays + week * 7 + 3.5)))

function eatersIn({
  life,
  stages,
  name,
  members,
  spread = 0,
}: {
  life: CohortProtocol
  stages: readonly Stage[]
  name: string
  members: readonly number[][]
  /** Of how many hatch, as a share. */
  spread?: number
}): Eater[] {
  return members.flatMap((mouths, i): Eater[] => {
    const stage = life.stages[i]?.name ?? 'Adult'
    const rule = stages.find((s) => s.name.toLowerCase() === stage.toLowerCase())?.feeder
    if (!rule || mouths.every((n) => n < 0.5)) return []
    return [
      {
        ...{ prey: rule.code, size: rule.sizes.join(', '), perFeed: rule.each, everyDays: rule.everyDays },
        ...{ mouths, spread: mouths.map((n) => n * spread) },
        name: `${name}, ${life.species} ${stage === 'Adult' ? 'adults' : stage}`,
      },
    ]
  })
}
