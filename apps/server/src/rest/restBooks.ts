import type { RestPlanView, RestView } from '@hatch-book/contract'
import { addDays, type Day } from '@hatch-book/core'
import { and, asc, desc, eq, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { curvesOf, readEpisodes } from './episodes'
import { viewRests, type Curves, type PlanRow } from './view'

const { rest, restPlan } = tables

const planView = (plan: PlanRow, rests: number): RestPlanView => ({
  id: plan.id,
  version: plan.version,
  name: plan.name,
  anchor: { kind: plan.anchorKind, day: plan.anchorDay },
  hemisphere: plan.hemisphere,
  rests,
})

const restsOf = (tx: Transaction, planId: string) =>
  tx
    .select()
    .from(rest)
    .where(and(eq(rest.planId, planId), eq(rest.withdrawn, false)))
    .orderBy(asc(rest.id))

/** Whether a plan is not over by a day: it is to come, or somebody may still be in it. */
const isCurrent = ({ anchorDay, anchorKind }: PlanRow, today: Day) =>
  addDays(anchorDay, anchorKind === 'pairing' ? 60 : 240) >= today

/** The plan that a page opens with: the one that comes first of those that are not over, or the latest. */
const firstPlan = (plans: readonly PlanRow[], today: Day): PlanRow | undefined =>
  [...plans].reverse().find((p) => isCurrent(p, today)) ?? plans[0]

const plansThere = (tx: Transaction) =>
  tx.select().from(restPlan).where(eq(restPlan.withdrawn, false)).orderBy(desc(restPlan.anchorDay))

/** The rests of some plans; of an animal that is in several, the one it is in, or the one that comes first. */
async function viewsOf(
  tx: Transaction,
  actor: Actor,
  plans: readonly PlanRow[],
  others?: Curves,
): Promise<Awaited<ReturnType<typeof viewRests>>> {
  const all: RestView[] = []
  let rules: Awaited<ReturnType<typeof viewRests>>['rules'] = {}
  for (const plan of plans) {
    const found = await viewRests(tx, actor, plan, await restsOf(tx, plan.id), { others })
    all.push(...found.views)
    rules = { ...rules, ...found.rules }
  }
  const byAnimal = new Map<string, RestView>()
  for (const view of all) {
    const known = byAnimal.get(view.animalId ?? view.id)
    if (!known || comesBefore(view, known)) byAnimal.set(view.animalId ?? view.id, view)
  }
  return { views: [...byAnimal.values()], rules }
}

const IS_OVER: readonly RestView['course']['state'][] = ['over', 'woken early', 'died']
function comesBefore(a: RestView, b: RestView): boolean {
  const rank = ({ subject, course }: RestView) =>
    IS_OVER.includes(course.state) ? 2 : subject.wentInOn ? 0 : 1
  return (
    rank(a) - rank(b) < 0 || (rank(a) === rank(b) && a.clock.edges['step down'] < b.clock.edges['step down'])
  )
}

/** The rests of one plan, or of all that are under way, with what they are planned by. */
export async function restBook(tx: Transaction, actor: Actor, wanted: string | undefined) {
  const plans = await plansThere(tx)
  const { rows } = await tx.execute<{ plan_id: string; n: number }>(
    sql`select plan_id, count(*)::int as n from rest where not withdrawn group by plan_id`,
  )
  const counts = new Map(rows.map((r) => [r.plan_id, r.n]))
  const all = wanted === 'current'
  const plan = all ? undefined : wanted ? plans.find((p) => p.id === wanted) : firstPlan(plans, actor.today)
  if (wanted && !all && !plan) throw new BookError('not-found', 'This plan is not in the book.')
  const others = curvesOf(await readEpisodes(tx, actor.book.zone))
  const shown = all ? plans.filter((p) => isCurrent(p, actor.today)) : plan ? [plan] : []
  const { views, rules } = await viewsOf(tx, actor, shown, others)
  return {
    today: actor.today,
    plans: plans.map((p) => planView(p, counts.get(p.id) ?? 0)),
    plan: plan ? planView(plan, counts.get(plan.id) ?? 0) : null,
    rests: views.sort(
      (a, b) => a.species.localeCompare(b.species) || a.tag.localeCompare(b.tag, 'en', { numeric: true }),
    ),
    rules,
    cameThrough: others,
  }
}

/** All rests of every plan that is not over. */
export async function currentRests(tx: Transaction, actor: Actor): Promise<RestView[]> {
  const plans = (await plansThere(tx)).filter((p) => isCurrent(p, actor.today))
  return (await viewsOf(tx, actor, plans)).views
}

/** Rests that are still to come or under way: when they begin, warm, and are warm. */
export async function plannedRests(
  tx: Transaction,
  actor: Actor,
): Promise<{ animalId: string; from: Day; to: Day; warm: Day }[]> {
  return (await currentRests(tx, actor)).flatMap(({ animalId, held, subject, diedOn, clock: { edges } }) =>
    animalId && !held && !subject.warmedOn && !diedOn && edges['step up'] >= actor.today
      ? [{ animalId, from: edges['step down'], to: edges['step up'], warm: edges['full warmth'] }]
      : [],
  )
}
