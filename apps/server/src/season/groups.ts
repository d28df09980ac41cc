import type { CohortView } from '@hatch-book/contract'
import {
  addDays,
  earlierDay,
  laterDay,
  stageHill,
  studyCohort,
  type CohortProtocol,
  type Day,
  type StageForecast,
} from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import { cohortViews, protocolIn } from '../cohorts'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { laneOf, type LaneHill, type LanePhase } from './lanes'

interface GroupSeason {
  phases: (LanePhase & { species: string })[]
  hills: LaneHill[]
}

/** Cohorts from egg to adult with the chances of their days, breeding boxes, and what is planned for the feeders. */
export async function groupSeason(tx: Transaction, actor: Actor): Promise<GroupSeason> {
  const shelf = await loadShelf(tx)
  const cohorts = (await cohortViews(tx, actor, shelf)).map((view) =>
    cohortSeason(view, protocolIn(shelf, view.protocolId)!, actor.today),
  )
  const { feederPlan } = tables
  const plans = await tx.select().from(feederPlan).where(eq(feederPlan.settled, 'open'))
  return {
    phases: [
      ...cohorts.flatMap((c) => c.phases),
      ...plans.map(({ protocolId, from, until, what }) => {
        const { species } = shelf.document(protocolId)
        return {
          ...{ lane: species, species, name: 'supply' as const, from, to: until },
          ...{ label: PLANNED[what.kind], subject: { room: 'colonies' as const, id: 'supply' } },
        }
      }),
    ],
    hills: cohorts.flatMap((c) => c.hills),
  }
}

const PLANNED = { buy: 'buy', start: 'a new bin', spare: 'take fewer', warm: 'keep it warmer' } as const

function cohortSeason(view: CohortView, protocol: CohortProtocol, today: Day): GroupSeason {
  const study = studyCohort(view, protocol, today)
  const { species } = view
  const lane = laneOf(species, view.lines.length === 1 ? view.lines[0]!.line : '')
  const subject = { room: 'cohorts' as const, id: view.id }
  const base = { lane, species, label: view.name, subject }
  if (view.kind === 'breeding box')
    return { phases: [{ ...base, name: 'laying', from: view.began, to: today }], hills: [] }
  const entered = (stage: number) => study.forecast.find((f) => f.stage === stage)
  // Where young are born there is no stage before the first.
  const eggs = study.way.length > 1 && study.standing.stages.some((s) => s.stage === 0 && s.count > 0)
  const hatch = eggs ? entered(1) : undefined
  const grown = entered(study.way.length)
  const hatched = hatch ? addDays(today, Math.round(hatch.half)) : view.began
  const firstYoung = hatch ? (firstSeen(view, study.way[0]!.name) ?? hatched) : view.began
  const until = grown ? addDays(today, Math.round(grown.half)) : today
  const hill = { lane, subject, label: view.name }
  return {
    phases: [
      ...(hatch ? [{ ...base, name: 'incubating' as const, from: view.began, to: hatched }] : []),
      { ...base, name: 'rearing', from: earlierDay(firstYoung, hatched), to: laterDay(hatched, until) },
    ],
    hills: [
      ...(hatch
        ? [{ ...hill, of: 'hatching' as const, ...stageHill(today, hatch), window: windowOf(today, hatch) }]
        : []),
      ...(grown
        ? [{ ...hill, of: 'growing up' as const, ...stageHill(today, grown), window: windowOf(today, grown) }]
        : []),
    ],
  }
}

/** Between which days nine in ten of those that come enter a stage. */
const windowOf = (today: Day, { first, last }: StageForecast) => ({
  from: addDays(today, Math.round(first)),
  to: addDays(today, Math.round(last)),
})

/** The day on which the first was seen that had left the egg; null where nobody has seen one. */
const firstSeen = (view: CohortView, egg: string): Day | null =>
  view.events.find((e) => e.kind === 'moulted' || Object.keys(e.stages).some((stage) => stage !== egg))?.on ??
  null
