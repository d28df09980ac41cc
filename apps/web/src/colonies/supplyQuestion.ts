import type { FeederPlanView, PreySupply } from '@hatch-book/contract'
import {
  daysBetween,
  feederDemand,
  type FeederDemand,
  type PreyPlan,
  type ProvisionQuestion,
  type Take,
} from '@hatch-book/core'

export interface AskedSupply {
  question: ProvisionQuestion
  /** What is wanted, in the order of the question's wants. */
  demand: FeederDemand[]
}

/** Sizes as they are told, as stages of a colony. */
export const stagesOf = (names: readonly { name: string }[], sizes: readonly string[]): Take['stage'][] =>
  sizes.flatMap((size): Take['stage'][] => {
    if (size === 'adults') return ['adult']
    const i = names.findIndex((s) => s.name === size)
    return i < 0 ? [] : [i]
  })

/** The question of one feeder; null where no colony of it was counted. */
export function askSupply(prey: PreySupply, today: string, weeks: number): AskedSupply | null {
  const model = prey.sources[0]?.model
  if (!model) return null
  const demand = feederDemand(prey.eaters)
  return {
    demand,
    question: {
      ...{ model, sources: prey.sources, takeShare: prey.takeShare, weeks },
      wants: demand.map((d) => ({ stages: stagesOf(model.stages, d.size.split(', ')), weeks: d.weeks })),
      plans: prey.plans.flatMap((p) => planOf(p, model.stages, today)),
    },
  }
}

function planOf(
  { from, until, what }: FeederPlanView,
  names: readonly { name: string }[],
  today: string,
): PreyPlan[] {
  const week = Math.floor(daysBetween(today, from) / 7)
  switch (what.kind) {
    case 'buy':
      return [
        {
          ...{ kind: 'buy', stages: stagesOf(names, what.sizes), fromWeek: Math.max(0, week) },
          // Weeks that are over are over.
          amounts: what.amounts.slice(Math.max(0, -week)),
        },
      ]
    case 'start': {
      const { females, males, bins, celsius } = what
      return [{ kind: 'start', week: Math.max(0, week), females, males, bins, celsius }]
    }
    case 'spare': {
      const toWeek = Math.floor(daysBetween(today, until) / 7)
      return [{ kind: 'spare', sourceId: what.colonyId, stages: stagesOf(names, what.sizes), toWeek }]
    }
    case 'warm':
      return [{ kind: 'warm', sourceId: what.colonyId, celsius: what.celsius }]
  }
}
