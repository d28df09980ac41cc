import type { RestView } from '@hatch-book/contract'
import {
  sayIn,
  addDays,
  batchRules,
  daysBetween,
  judgeGoingIn,
  judgeRest,
  lossRate,
  overruleStands,
  planRest,
  restCourse,
  shareLost,
  wakeSteps,
  type Day,
  type RestClock,
  type RestEligibility,
  type RestFacts,
  type RestRules,
  type RestWeight,
  toldSex,
} from '@hatch-book/core'
import { inArray, sql } from 'drizzle-orm'
import {
  breederFacts,
  hatchedSpan,
  loadRecords,
  loadSurroundings,
  withIds,
  type AnimalRecord,
} from '../animals'
import { tables, type Transaction } from '../db/connect'
import { standsSql, isOfKind } from '../log'
import { anyOf, loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { introductionsSince, readRestLines, tellRest, windowOf, type RestStory } from './restLog'

export type PlanRow = typeof tables.restPlan.$inferSelect
export type RestRow = typeof tables.rest.$inferSelect
export type Curves = Record<string, { day: number; lost: number }[][]>

const anchorOf = ({ anchorKind, anchorDay }: PlanRow) => ({ kind: anchorKind, day: anchorDay })
/** The start weight is the one nearest to the first day of the hold, within so many days of it. */
const START_DAYS = 21
const HEAVIEST_DAYS = 120
const GRAVID_DAYS = 150
const NO_GATES: RestEligibility = { verdict: 'may rest', reasons: [], overrulable: false }

interface Setting {
  actor: Actor
  plan: PlanRow
  records: Map<string, AnimalRecord>
  surroundings: Awaited<ReturnType<typeof loadSurroundings>>
  stories: Map<string, RestStory>
  gravid: ReadonlySet<string>
  unitNames: Map<string, string>
  others: Curves
  rulesOf(rest: RestRow): { rules: RestRules; key: string; species: string } | null
}

/** Views of some rests of a plan, with what they are planned by. */
export async function viewRests(
  tx: Transaction,
  actor: Actor,
  plan: PlanRow,
  rests: readonly RestRow[],
  { others = {}, ignoring }: { others?: Curves; ignoring?: ReadonlySet<string> } = {},
): Promise<{ views: RestView[]; rules: Record<string, RestRules> }> {
  const { zone } = actor.book
  const animalIds = rests.flatMap((r) => r.animalId ?? [])
  const shelf = await loadShelf(tx)
  const records = new Map(
    (animalIds.length > 0 ? await loadRecords(tx, withIds(animalIds), shelf) : []).map((r) => [
      r.animal.id,
      r,
    ]),
  )
  const window = windowOf(anchorOf(plan))
  const subjects = rests.map((r) => r.animalId ?? r.id)
  const lines = await readRestLines(tx, subjects, window.from, zone)
  const introduced = await introductionsSince(tx, window.from)
  const units = await tx
    .select({ id: tables.place.id, name: tables.place.name })
    .from(tables.place)
    .where(inArray(tables.place.id, [...new Set(rests.flatMap((r) => r.unitId ?? [])), actor.bookId]))
  const rules: Record<string, RestRules> = {}
  const setting: Setting = {
    actor,
    plan,
    records,
    surroundings: await loadSurroundings(tx, zone, [...records.values()]),
    stories: new Map(
      subjects.map((id) => [
        id,
        tellRest(
          (lines.get(id) ?? []).filter((l) => !ignoring?.has(l.id)),
          introduced.get(id) ?? [],
          window.to,
          zone,
        ),
      ]),
    ),
    gravid: await mayBeGravid(tx, actor.today),
    unitNames: new Map(units.map((u) => [u.id, u.name])),
    others,
    rulesOf: (rest) => {
      const record = rest.animalId ? records.get(rest.animalId) : undefined
      const bearer = record?.animal ?? { ...anyOf(rest.protocolId), id: rest.id }
      const protocol = record?.protocol ?? shelf.usable(bearer)
      if (!protocol) return null
      const found = rest.batch ? batchRules(protocol.rest, rest.batch) : protocol.rest
      if (!found) return null
      const key = rest.batch ? rest.id : shelf.keyOf(bearer)
      rules[key] = found
      return { rules: found, key, species: protocol.species }
    },
  }
  return { views: rests.flatMap((rest) => viewRest(setting, rest) ?? []), rules }
}

function viewRest(s: Setting, rest: RestRow): RestView | null {
  const record = rest.animalId ? s.records.get(rest.animalId) : undefined
  const by = s.rulesOf(rest)
  if (!by || (rest.animalId && !record)) return null
  const { actor, plan } = s
  const { rules } = by
  const story = s.stories.get(rest.animalId ?? rest.id)!
  const subject = {
    grams: record?.standing.weight?.grams ?? null,
    hatched: record ? hatchedSpan(record) : null,
    lastTakenOn: story.lastTakenOn,
    wentInOn: story.wentInOn,
    warmedOn: story.warmedOn,
  }
  const say = sayIn(actor.book)
  const clock = planRest(
    {
      rules,
      anchor: anchorOf(plan),
      subject,
      moved: rest.moved,
      today: actor.today,
      hemisphere: plan.hemisphere,
    },
    say,
  )
  const begun = story.wentInOn !== null
  const eligibility =
    record && !begun
      ? judgeRest(factsOf(s, record, story), record.protocol, clock, actor.today, say)
      : NO_GATES
  const overruled = record
    ? (s.surroundings.overrules.get(record.animal.id) ?? []).find(
        (o) => o.about === 'rest' && overruleStands(o, actor.today),
      )
    : undefined
  const decided = overruled?.verdict
  const held =
    !begun &&
    (decided === 'held back' ||
      (eligibility.verdict === 'held back' && !(decided === 'may rest' && eligibility.overrulable)))
  const start = startOf(story.weights, clock)
  const end = story.warmedOn ?? actor.today
  const loss =
    start && begun
      ? lossRate(
          start,
          story.weights.filter((w) => w.on <= end),
          rules,
          clock.edges['step up'],
          s.others[by.species],
        )
      : null
  const course = restCourse(
    clock,
    story,
    {
      ...{ held, loss, wakeSigns: rules.wakeSigns, kind: rules.kind },
      breeds: record?.animal.purpose === 'breeder',
    },
    actor.today,
  )
  return {
    id: rest.id,
    version: rest.version,
    planId: plan.id,
    tag: record?.animal.tag ?? rest.batch?.name ?? '?',
    animalId: rest.animalId,
    batch: rest.batch,
    species: by.species,
    line: record?.animal.line ?? '',
    sex: record ? toldSex(record.standing, record.protocol.readiness.sexCertainty).sex : 'unknown',
    grams: subject.grams,
    place: record?.standing.placeId ? (s.surroundings.places.get(record.standing.placeId) ?? null) : null,
    unit: rest.unitId ? { id: rest.unitId, name: s.unitNames.get(rest.unitId) ?? '?' } : null,
    tub: rest.tub,
    bedding: story.bedding || rules.bedding,
    rulesKey: by.key,
    subject,
    moved: rest.moved,
    clock,
    eligibility,
    goingIn: record && !begun ? goingInOf(s, record, story, clock, decided) : null,
    overruled: overruled
      ? {
          verdict: decided!,
          reason: overruled.reason,
          by: overruled.by,
          on: overruled.on,
          entryId: overruled.entryId,
        }
      : null,
    held,
    course,
    startGrams: begun ? start : null,
    weights: start && begun ? story.weights.filter((w) => w.on > start.on) : [],
    loss,
    checks: story.checks,
    disturbances: story.disturbances,
    wakeSteps: wakeSteps(rules.kind, rules.fromC, say),
    ...afterWaking(story, start),
    wokenBecause: story.wokenBecause,
    diedOn: story.diedOn,
  }
}

/** Whether it may be put into the cold today; what the keeper decided counts for what may be overruled. */
function goingInOf(
  s: Setting,
  record: AnimalRecord,
  story: RestStory,
  clock: RestClock,
  decided: string | undefined,
): NonNullable<RestView['goingIn']> {
  const { verdict, reasons, overrulable, earliest } = judgeGoingIn(
    factsOf(s, record, story),
    record.protocol,
    clock,
    s.actor.today,
  )
  const may = decided !== 'held back' && (verdict === 'may rest' || (decided === 'may rest' && overrulable))
  const because = reasons
    .filter((r) => r.standing === 'fails' || r.standing === 'unknown')
    .map((r) => r.note || r.says)
  return { may, because: may ? [] : because, earliest }
}

function factsOf(s: Setting, record: AnimalRecord, story: RestStory): RestFacts {
  const { today } = s.actor
  const recent = story.weights.filter((w) => w.on >= addDays(today, -HEAVIEST_DAYS)).map((w) => w.grams)
  return {
    ...breederFacts(record, s.surroundings, s.actor.book.zone),
    lastTakenOn: story.lastTakenOn,
    droppings: story.droppings,
    heaviestGrams: recent.length > 0 ? Math.max(...recent) : null,
    mayBeGravid: s.gravid.has(record.animal.id),
  }
}

/** The weight with an empty gut on the first day of the hold: the nearest to it, those before first. */
function startOf(weights: readonly RestWeight[], { edges }: RestClock): RestWeight | null {
  const off = (w: RestWeight) => {
    const days = daysBetween(w.on, edges.hold)
    return days >= 0 ? days : -3 * days
  }
  const near = weights.filter((w) => off(w) <= START_DAYS)
  return near.reduce<RestWeight | null>((a, b) => (a && off(a) <= off(b) ? a : b), null)
}

function afterWaking(story: RestStory, start: RestWeight | null): Pick<RestView, 'regained'> {
  const last = story.warmedOn ? story.weights.findLast((w) => w.on >= story.warmedOn!) : undefined
  return {
    regained: start && last ? 1 - shareLost(start.grams, last.grams) : null,
  }
}

/** Females that were seen locked within half a season and have not laid since. */
async function mayBeGravid(tx: Transaction, today: Day): Promise<Set<string>> {
  const { rows } = await tx.execute<{ female_id: string }>(sql`
    select distinct p.female_id from entry e join pairing p on p.id = e.subject_id
    where ${isOfKind('locked')} and e.at >= ${addDays(today, -GRAVID_DAYS)}::date and ${standsSql}
      and not exists (select 1 from clutch c where c.dam_id = p.female_id and not c.withdrawn and c.found_at > e.at)`)
  return new Set(rows.map((r) => r.female_id))
}
