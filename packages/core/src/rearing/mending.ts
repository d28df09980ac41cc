import { tubForecast, type LeavingChance, type TubQuestion, type TubStep } from './space'

export interface Mending {
  says: string
  /** What is still wanting in the worst week with it; 0 when it mends it all. */
  by: number
}

/** What somebody could do about a shortage: the question as it would then be. */
export interface MendingTry {
  says: string
  question: TubQuestion
}

/** Who the groups of a question are, in its order. */
export interface GroupNames {
  now: readonly string[]
  toCome: readonly string[]
}

const SOLD_AT_ONCE = 10
const LATER_DAYS = 9
const SLOWER = 1.25
const GROUPS_TRIED = 3

/**
 * Ways of mending a shortage of one size: sell some of a group as soon as they are ready, hold fewer back, move up sooner or
 * come in later, bring a clutch out later.
 */
export function waysToMend(question: TubQuestion, names: GroupNames, size: string): MendingTry[] {
  const uses = (steps: readonly TubStep[]) => steps.some((s) => s.size === size)
  const tries: MendingTry[] = []
  const largest = <T>(groups: readonly T[], fits: (group: T) => boolean, count: (group: T) => number) =>
    groups
      .map((group, i) => ({ group, i }))
      .filter(({ group }) => fits(group) && count(group) > 1)
      .sort((a, b) => count(b.group) - count(a.group))
      .slice(0, GROUPS_TRIED)
  for (const { group, i } of largest(
    question.now,
    (g) => uses(g.steps) && g.leaving !== null,
    (g) => g.count,
  )) {
    const sold = Math.min(SOLD_AT_ONCE, group.count)
    tries.push({
      says: `sell ${sold} of ${names.now[i]!} as soon as they may leave`,
      question: {
        ...question,
        now: [
          ...question.now.toSpliced(i, 1, { ...group, count: group.count - sold }),
          { ...group, count: sold, leaving: atOnce(group.leaving!) },
        ],
      },
    })
  }
  for (const { group, i } of largest(
    question.toCome,
    (g) => uses(g.steps),
    (g) => g.eggs,
  ))
    tries.push({
      says: `bring ${names.toCome[i]!} out ${LATER_DAYS} days later, in a cooler incubator`,
      question: {
        ...question,
        toCome: question.toCome.toSpliced(i, 1, {
          ...group,
          days: [...new Array<number>(LATER_DAYS).fill(0), ...group.days.slice(0, -LATER_DAYS)],
        }),
      },
    })
  const leavings = (change: (l: LeavingChance) => LeavingChance) => ({
    ...question,
    now: question.now.map((g) => ({ ...g, leaving: g.leaving && change(g.leaving) })),
    toCome: question.toCome.map((g) => ({ ...g, leaving: g.leaving && change(g.leaving) })),
  })
  tries.push({
    says: 'hold half as many back',
    question: leavings((l) => ({ ...l, keep: l.keep / 2 })),
  })
  tries.push({
    says: 'let each go within a week of being ready, at a lower price',
    question: leavings((l) => ({ ...l, lagDays: Math.min(7, l.lagDays) })),
  })
  const paced = (change: (steps: readonly TubStep[]) => TubStep[]) => ({
    ...question,
    now: question.now.map((g) => ({ ...g, steps: change(g.steps) })),
    toCome: question.toCome.map((g) => ({ ...g, steps: change(g.steps) })),
  })
  tries.push({
    says: 'move into these a quarter later than usual',
    question: paced((steps) =>
      steps.map((s, i) => (s.size !== size && steps[i + 1]?.size === size ? longer(s, SLOWER) : s)),
    ),
  })
  tries.push({
    says: 'move up from these a fifth sooner than usual',
    question: paced((steps) =>
      steps.map((s, i) => (s.size === size && i < steps.length - 1 ? longer(s, 1 / SLOWER) : s)),
    ),
  })
  return tries
}

const atOnce = (leaving: LeavingChance): LeavingChance => ({ ...leaving, lagDays: 2, keep: 0 })
const longer = (step: TubStep, times: number): TubStep => ({
  ...step,
  days: {
    typical: step.days.typical * times,
    least: step.days.least * times,
    most: step.days.most * times,
  },
})

/** Tries each way by playing the same seasons with it, the best first; those that mend nothing are left out. */
export function mendShortage(
  question: TubQuestion,
  size: string,
  tries: readonly MendingTry[],
  runs = 300,
  seed = 1,
): Mending[] {
  const wantingWith = (q: TubQuestion) =>
    tubForecast(q, runs, seed).find((s) => s.size === size)?.shortage?.by ?? 0
  const before = wantingWith(question)
  return tries
    .map(({ says, question: q }) => ({ says, by: wantingWith(q) }))
    .filter((m) => m.by < before)
    .sort((a, b) => a.by - b.by)
}
