import type { SpaceView } from '@hatch-book/contract'
import { rearingApi } from '@hatch-book/contract'
import {
  hatchHill,
  instantOfDay,
  type Protocol,
  type Stage,
  type TubStep,
  type YoungNow,
  type YoungToCome,
  livesHere,
} from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeAnimals, type JudgedAnimal } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { loadClutches, studyClutches } from '../incubation'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import {
  leavingBy,
  leavingOf,
  READY_MOST,
  READY_USUALLY,
  SALES_ENOUGH,
  salesSoFar,
  USUAL_LAG_DAYS,
  type Sales,
} from './departures'

const WEEKS = 39
/** A share of hatching is believed as if so many eggs had told it. */
const HATCH_WEIGHT = 20

export const spaceRoutes: BookRoutes = (app, { db }) => {
  serve(app, rearingApi.space, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => space(tx, actor))
  })
}

interface Size {
  size: string
  areaM2: number | null
  litres: number | null
  count: number
}

async function space(tx: Transaction, actor: Actor): Promise<v.InferOutput<typeof SpaceView>> {
  const tubs = await tx.select().from(tables.place).where(eq(tables.place.kind, 'tub'))
  const sizes = sizesOf(tubs)
  const sizeOfTub = new Map(tubs.flatMap((t) => (t.tub ? [[t.id, t.tub.size] as const] : [])))
  const sales = await salesSoFar(tx)
  const here = (await judgeAnimals(tx, actor)).filter(({ row }) => livesHere(row.presence) && row.place)
  const groups = new Map<string, { name: string; group: YoungNow }>()
  for (const judged of here) {
    const size = sizeOfTub.get(judged.row.place!.id)
    if (!size) continue
    const name = `${judged.row.line || judged.row.species}, ${judged.stage.stage.name.toLowerCase()}`
    const ageDays = judged.row.ageDays?.least ?? 0
    const leaving = leavingOf(judged, sales)
    const key = [name, size, ageDays, leaving?.keep ?? 'stays'].join('|')
    const kept = groups.get(key)
    if (kept) groups.set(key, { name, group: { ...kept.group, count: kept.group.count + 1 } })
    else
      groups.set(key, {
        name,
        group: {
          ...{ count: 1, ageDays, leaving },
          since: sinceOf(judged, ageDays),
          steps: stepsFrom(judged.record.protocol, judged.stage.step, sizes, size),
        },
      })
  }
  const coming = await toCome(tx, actor, sizes, sales)
  return {
    from: actor.today,
    question: {
      have: Object.fromEntries(sizes.map((s) => [s.size, s.count])),
      weeks: WEEKS,
      now: [...groups.values()].map((g) => g.group as never),
      toCome: coming.map((c) => c.group as never),
    },
    names: { now: [...groups.values()].map((g) => g.name), toCome: coming.map((c) => c.name) },
    assumes: [
      sales.sold >= SALES_ENOUGH
        ? `buyers take ${Math.round(sales.lagDays)} days from being listed, as the last ${sales.sold} sold did`
        : `buyers take ${USUAL_LAG_DAYS} days from being ready: too few were sold here to tell`,
      `${Math.round(sales.keep * 100)} % of the young stay, as they did so far`,
      `young are ready to leave at their age by protocol at the earliest, usually ${percent(READY_USUALLY)} and at most ${percent(READY_MOST)} after it: meals and weight come later for many (a rule of thumb)`,
      'stages last as long as their protocols say; eggs hatch as forecast, at the protocol’s share',
      'grown animals keep their tubs; only young that are already expected are counted',
    ],
  }
}

const percent = (times: number) => `${Math.round((times - 1) * 100)} %`

/** Sizes of tubs in the book, the smallest first. */
function sizesOf(tubs: readonly (typeof tables.place.$inferSelect)[]): Size[] {
  const sizes = new Map<string, Size>()
  for (const { tub } of tubs) {
    if (!tub) continue
    const kept = sizes.get(tub.size)
    sizes.set(tub.size, { ...tub, count: (kept?.count ?? 0) + 1 })
  }
  return [...sizes.values()].sort(
    (a, b) => (a.areaM2 ?? 0) - (b.areaM2 ?? 0) || (a.litres ?? 0) - (b.litres ?? 0),
  )
}

/** The smallest size that a stage fits into; the largest where none does; null where the stage says nothing. */
function sizeFor({ room }: Stage, sizes: readonly Size[]): string | null {
  const { areaM2, litres } = room
  if (areaM2)
    return (sizes.find((s) => s.areaM2 !== null && s.areaM2 >= areaM2.least) ?? sizes.at(-1))?.size ?? null
  if (litres)
    return (sizes.find((s) => s.litres !== null && s.litres >= litres.least) ?? sizes[0])?.size ?? null
  return null
}

/** The tubs that lie ahead of an animal, one size after the other; where it stands now it stays for its stage. */
function stepsFrom(protocol: Protocol, step: number, sizes: readonly Size[], now: string | null): TubStep[] {
  const steps: TubStep[] = []
  let size = now
  protocol.stages.slice(step).forEach((stage, i) => {
    // Nobody is moved down: an animal in a large tub stays in it.
    const wanted = sizeFor(stage, sizes)
    const at = (name: string | null) => sizes.findIndex((s) => s.size === name)
    if (size === null || (wanted !== null && (i > 0 || now === null) && at(wanted) > at(size))) size = wanted
    if (size !== null) steps.push({ size, days: stage.days, together: stage.room.together })
  })
  return steps
}

/** How much of its stage lies behind an animal: its age less what the stages before it usually last. */
function sinceOf({ record, stage }: JudgedAnimal, ageDays: number): number {
  const before = record.protocol.stages.slice(0, stage.step).reduce((sum, s) => sum + s.days.typical, 0)
  return Math.min(Math.max(0, ageDays - before), stage.stage.days.typical)
}

async function toCome(
  tx: Transaction,
  actor: Actor,
  sizes: readonly Size[],
  sales: Sales,
): Promise<{ name: string; group: YoungToCome }[]> {
  const studied = await studyClutches(tx, actor, await loadClutches(tx))
  const start = instantOfDay(actor.today, actor.book.zone)
  return studied.flatMap(({ clutch, view, protocol, incubated }) => {
    const forecast = incubated?.forecast
    const { waiting } = view
    if (!forecast || waiting === 0 || protocol.keptAs !== 'animals') return []
    const hatches = protocol.incubation!.hatchRate.typical
    return [
      {
        name: clutch.name,
        group: {
          eggs: waiting,
          hatch: { alpha: hatches * HATCH_WEIGHT, beta: (1 - hatches) * HATCH_WEIGHT },
          days: hatchHill(forecast, start, WEEKS * 7),
          steps: stepsFrom(protocol, 0, sizes, null),
          leaving: leavingBy(protocol, sales, sales.keep),
        },
      },
    ]
  })
}
