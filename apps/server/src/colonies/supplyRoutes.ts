import type { SupplyView } from '@hatch-book/contract'
import { coloniesApi, type FeederPlanWhat, type PreySupply } from '@hatch-book/contract'
import {
  daysBetween,
  eatersOf,
  hatchHill,
  instantOfDay,
  rangeSpread,
  type Eater,
  type Mouths,
  type MouthsToCome,
  type PreySource,
  type Protocol,
  type Stage,
  livesHere,
} from '@hatch-book/core'
import { and, eq, inArray } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeAnimals } from '../animals'
import { cohortEaters } from '../cohorts'
import { inBook, tables, type Transaction } from '../db/connect'
import { loadClutches, studyClutches, type ClutchStudy } from '../incubation'
import { loadShelf, type ProtocolShelf } from '../protocols'
import { leavingBy, leavingOf, salesSoFar, type Sales } from '../rearing'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { colonyViews, modelIn } from './views'

const WEEKS = 30
/** What may be taken of a size in a week where a protocol is silent. */
const USUAL_SHARE = 0.25

export const supplyRoutes: BookRoutes = (app, { db }) => {
  serve(app, coloniesApi.supply, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => supply(tx, actor))
  })
  serve(app, coloniesApi.addFeederPlans, (request) => {
    const { bookId } = actorOf(request)
    const { plans } = request.body
    return inBook(db, bookId, async (tx) => {
      const shelf = await loadShelf(tx)
      for (const plan of plans) await checkPlan(tx, shelf, plan.protocolId, plan.what)
      await tx
        .insert(tables.feederPlan)
        .values(plans.map((p) => ({ bookId, ...p })))
        .onConflictDoNothing()
      return { ids: plans.map((p) => p.id) }
    })
  })
  serve(app, coloniesApi.changeFeederPlan, (request) => {
    const { bookId } = actorOf(request)
    const { version, settled } = request.body
    const { feederPlan } = tables
    return inBook(db, bookId, async (tx) => {
      const [saved] = await tx
        .update(feederPlan)
        .set({ settled, version: version + 1 })
        .where(and(eq(feederPlan.id, request.params.id), eq(feederPlan.version, version)))
        .returning()
      if (!saved) {
        const [there] = await tx.select().from(feederPlan).where(eq(feederPlan.id, request.params.id))
        throw new BookError(there ? 'stale' : 'not-found', '', undefined, there)
      }
      if (settled === 'done') await carryOut(tx, saved.what)
      return { id: saved.id, version: saved.version }
    })
  })
}

/** A colony that was to be kept warmer is, from now on. */
async function carryOut(tx: Transaction, what: FeederPlanWhat): Promise<void> {
  if (what.kind !== 'warm') return
  const { colony } = tables
  const [row] = await tx.select().from(colony).where(eq(colony.id, what.colonyId))
  await tx
    .update(colony)
    .set({ celsius: what.celsius, version: row!.version + 1 })
    .where(eq(colony.id, what.colonyId))
}

async function checkPlan(
  tx: Transaction,
  shelf: ProtocolShelf,
  protocolId: string,
  what: FeederPlanWhat,
): Promise<void> {
  const model = shelf.rows.some((r) => r.id === protocolId) ? modelIn(shelf, protocolId) : null
  if (!model)
    throw new BookError('invalid', 'This species is not kept as a colony.', [
      { field: 'protocolId', says: 'choose one that is kept as a colony' },
    ])
  const sizes = 'sizes' in what ? what.sizes : []
  const strange = sizes.filter((s) => s !== 'adults' && !model.stages.some((m) => m.name === s))
  if (strange.length > 0)
    throw new BookError('invalid', `${strange.join(', ')}: no size of the ${model.species}.`, [
      { field: 'what', says: `${strange[0]} is not a size of it` },
    ])
  if (!('colonyId' in what)) return
  const [row] = await tx.select().from(tables.colony).where(eq(tables.colony.id, what.colonyId))
  if (!row || row.protocolId !== protocolId)
    throw new BookError('not-found', 'A plan names a colony of this species that is not in this book.')
}

async function supply(tx: Transaction, actor: Actor): Promise<v.InferOutput<typeof SupplyView>> {
  const shelf = await loadShelf(tx)
  const sales = await salesSoFar(tx)
  const studied = await studyClutches(tx, actor, await loadClutches(tx))
  const eaters = [
    ...(await eatersNow(tx, actor, studied, sales)),
    ...(await cohortEaters(tx, actor, studied, sales, WEEKS)),
  ]
  const views = await colonyViews(tx, actor)
  const plans = await tx
    .select()
    .from(tables.feederPlan)
    .where(inArray(tables.feederPlan.settled, ['open']))
    .orderBy(tables.feederPlan.from)
  const preys = shelf.rows.flatMap((row): PreySupply[] => {
    const document = shelf.document(row.id)
    const model = modelIn(shelf, row.id)
    if (!model) return []
    const own = views.filter((c) => c.protocolId === row.id)
    const mouths = eaters.filter((e) => e.prey === model.code)
    if (own.length === 0 && mouths.length === 0) return []
    const share = document.figures['colony.takeShare']?.value
    return [
      {
        ...{ protocolId: row.id, code: model.code, species: model.species },
        takeShare: typeof share === 'number' ? share : USUAL_SHARE,
        sources: own.flatMap((c) => sourceOf(c, actor.today)),
        eaters: mouths,
        plans: plans.filter((p) => p.protocolId === row.id),
      },
    ]
  })
  const hunger = (p: PreySupply) =>
    p.eaters.reduce(
      (sum, e) => sum + (e.mouths.reduce((a, b) => a + b, 0) * e.perFeed.typical) / e.everyDays.typical,
      0,
    )
  return {
    today: actor.today,
    weeks: WEEKS,
    preys: preys.sort(
      (a, b) => Number(b.sources.length > 0) - Number(a.sources.length > 0) || hunger(b) - hunger(a),
    ),
    assumes: [
      'animals go through the stages of their protocol in the usual time, eat what it says, and none of them dies',
      'eggs hatch as forecast, at the protocol’s share; buyers take the young as they did so far',
      'of a size no more is taken in a week than its protocol allows; what is not taken grows on and breeds',
      'worms, water fleas, fruit mix and rodents are not counted here',
    ],
  }
}

type ColonyOf = Awaited<ReturnType<typeof colonyViews>>[number]

function sourceOf(colony: ColonyOf, today: string): PreySource[] {
  const [count] = colony.counts
  if (!count) return []
  const { model } = colony
  const all = count.young.slice(1).reduce((a, b) => a + b, 0) + count.females + count.males
  const stage = (size: string) =>
    size === 'adults' ? ('adult' as const) : model.stages.findIndex((s) => s.name === size)
  return [
    {
      ...{ id: colony.id, name: colony.name, model, bins: colony.bins, celsius: colony.celsius },
      counted: { young: count.young, females: count.females, males: count.males },
      countedDaysAgo: daysBetween(count.on, today),
      countSpread: all > 0 ? rangeSpread(count.low, count.high) / all : 0,
      taken: colony.taken
        .filter((t) => t.on >= count.on && stage(t.size) !== -1)
        .map((t) => ({ daysAgo: daysBetween(t.on, today), stage: stage(t.size), count: t.count })),
    },
  ]
}

/** All animals by name that eat feeders, and the eggs they will come from. */
async function eatersNow(
  tx: Transaction,
  actor: Actor,
  studied: readonly ClutchStudy[],
  sales: Sales,
): Promise<Eater[]> {
  const bySpecies = new Map<string, { stages: readonly Stage[]; now: Mouths[]; toCome: MouthsToCome[] }>()
  const of = ({ code, stages }: Protocol) => {
    if (!bySpecies.has(code)) bySpecies.set(code, { stages, now: [], toCome: [] })
    return bySpecies.get(code)!
  }
  const here = (await judgeAnimals(tx, actor)).filter(
    ({ row, facts }) => livesHere(row.presence) && !facts.resting,
  )
  for (const judged of here) {
    const { protocol } = judged.record
    const { stages, species } = protocol
    if (!stages.some((s) => s.feeder)) continue
    const ageDays = judged.row.ageDays?.least ?? 0
    const before = stages.slice(0, judged.stage.step).reduce((sum, s) => sum + s.days.typical, 0)
    of(protocol).now.push({
      ...{ name: judged.row.line || species, count: 1, ageDays, step: judged.stage.step },
      since: Math.min(Math.max(0, ageDays - before), judged.stage.stage.days.typical * 0.99),
      leaving: leavingOf(judged, sales),
    })
  }
  const start = instantOfDay(actor.today, actor.book.zone)
  for (const { clutch, view, protocol, incubated } of await studyClutches(
    tx,
    actor,
    await loadClutches(tx),
  )) {
    const forecast = incubated?.forecast
    if (
      protocol.keptAs !== 'animals' ||
      !forecast ||
      view.waiting === 0 ||
      !protocol.stages.some((s) => s.feeder)
    )
      continue
    const rate = protocol.incubation!.hatchRate
    of(protocol).toCome.push({
      name: clutch.name,
      count: view.waiting * rate.typical,
      spread: view.waiting * rangeSpread(rate.least, rate.most),
      days: hatchHill(forecast, start, WEEKS * 7),
      leaving: leavingBy(protocol, sales, sales.keep),
    })
  }
  return [...bySpecies.values()].flatMap(({ stages, now, toCome }) => eatersOf(stages, now, toCome, WEEKS))
}
