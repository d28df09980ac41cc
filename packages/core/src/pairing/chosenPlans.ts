import { counted } from '../words'
import type { GenerationPlan } from './goal'

const MOST_PLANS = 5

/** The soonest plan, and of the others those that are better than all before in some way. */
export function chosenOf(plans: readonly GenerationPlan[]): GenerationPlan[] {
  const worth = (p: GenerationPlan) => p.chance - 0.15 * p.season - 0.02 * p.tubSeasons
  const ordered = [...plans].sort((a, b) => a.season - b.season || worth(b) - worth(a))
  const soonest =
    ordered.filter((p) => p.chance >= 0.5)[0] ?? [...ordered].sort((a, b) => worth(b) - worth(a))[0]
  if (!soonest) return []
  const chosen = [soonest]
  for (const plan of [...ordered].sort((a, b) => worth(b) - worth(a))) {
    if (chosen.length >= MOST_PLANS) break
    const better = chosen.every(
      (c) =>
        plan !== c &&
        (plan.season < c.season ||
          plan.chance > c.chance + 0.05 ||
          plan.inbreeding < c.inbreeding - 0.005 ||
          plan.tubSeasons < c.tubSeasons),
    )
    if (better) chosen.push(plan)
  }
  return chosen.map((p, i) => (i === 0 ? p : { ...p, against: costAgainst(p, soonest) }))
}

function costAgainst(plan: GenerationPlan, first: GenerationPlan): string {
  const parts: string[] = []
  const seasons = plan.season - first.season
  if (seasons !== 0) parts.push(`${counted(Math.abs(seasons), 'season')} ${seasons > 0 ? 'later' : 'sooner'}`)
  const chance = Math.round((plan.chance - first.chance) * 100)
  if (chance !== 0) parts.push(`${Math.abs(chance)} % ${chance > 0 ? 'surer' : 'less sure'}`)
  const inbred = plan.inbreeding - first.inbreeding
  if (Math.abs(inbred) > 0.0005)
    parts.push(`${inbred > 0 ? 'more' : 'less'} inbred by ${(Math.abs(inbred) * 100).toFixed(1)} %`)
  const tubs = plan.tubSeasons - first.tubSeasons
  if (tubs !== 0) parts.push(`${Math.abs(tubs)} ${tubs > 0 ? 'more' : 'fewer'} tub seasons`)
  return parts.join(', ') || 'as good as the first, by other parents'
}
