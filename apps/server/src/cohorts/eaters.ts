import {
  cohortStanding,
  compileProtocol,
  daysBetween,
  groupsOf,
  lifeFor,
  membersByWeek,
  temperatureAhead,
  type Eater,
} from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { loadCohorts, protocolIn } from './views'

/** What the cohorts will eat of the feeder colonies, stage by stage as they grow. */
export async function cohortEaters(tx: Transaction, actor: Actor, weeks: number): Promise<Eater[]> {
  const { shelf, cohorts } = await loadCohorts(tx, actor)
  return cohorts.flatMap((c): Eater[] => {
    const life = protocolIn(shelf, c.protocolId)!
    const { stages } = compileProtocol(shelf.document(c.protocolId))!
    if (!stages.some((s) => s.feeder)) return []
    const way = lifeFor(life, c.fertilised)
    const names = way.map((s) => s.name)
    const standing = cohortStanding(names, c.events, c.began)
    const ahead = temperatureAhead(
      c.celsius,
      c.thenC,
      c.thenFrom === null ? null : daysBetween(actor.today, c.thenFrom),
    )
    const groups = groupsOf({ stages: way }, standing, () => c.celsius, actor.today)
    const members = membersByWeek(way, groups, ahead, life.referenceC, weeks)
    members.at(-1)!.forEach((_n, week) => (members.at(-1)![week]! += standing.grown))
    return members.flatMap((mouths, i): Eater[] => {
      const name = names[i] ?? 'Adult'
      const rule = stages.find((s) => s.name.toLowerCase() === name.toLowerCase())?.feeder
      if (!rule || mouths.every((n) => n < 0.5)) return []
      return [
        {
          ...{
            prey: rule.code,
            size: rule.sizes.join(', '),
            perFeed: rule.each,
            everyDays: rule.everyDays,
            mouths,
          },
          name: `${c.name}, ${c.species} ${name === 'Adult' ? 'adults' : name}`,
        },
      ]
    })
  })
}
