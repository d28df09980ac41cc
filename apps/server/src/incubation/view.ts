import type { ClutchView, ForecastView } from '@hatch-book/contract'
import {
  MS_PER_DAY,
  MS_PER_HOUR,
  clutchRates,
  courseAhead,
  curveFault,
  dayOfInstant,
  eggEnded,
  forecastHatch,
  gapOf,
  incubationOf,
  joinReadings,
  sexRatioByTemperature,
  type CourseAhead,
  type EggFate,
  type HatchForecast,
  type HatchInputs,
  type IncubationRules,
  type Protocol,
  type Reading,
  type SexForecast,
  type ThermalConstant,
} from '@hatch-book/core'
import { inArray } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { hatchesOf, readBatchFates, type BatchFates } from './batches'
import { constantFrom, readLearned, survivalFrom } from './learned'
import { readLastYear, readStays, readTemperatures, type Stay } from './temperatures'

export type ClutchRow = typeof tables.clutch.$inferSelect
export type EggRow = typeof tables.egg.$inferSelect
type AnimalRow = typeof tables.animal.$inferSelect

/** What is known of eggs that lie in a box, beside the clutch itself: all that their forecast is made of. */
export interface Incubated {
  rules: IncubationRules
  stays: Stay[]
  learned: ThermalConstant
  inputs: HatchInputs
  /** The temperatures to come, and what they follow. */
  ahead: CourseAhead
  forecast: HatchForecast | null
}

/** A clutch with all that is worked out of it. */
export interface ClutchStudy {
  clutch: ClutchRow
  eggs: EggRow[]
  protocolId: string
  protocol: Protocol
  dam: AnimalRow
  /** Null where young were born, and where nobody asked about a clutch that has ended. */
  incubated: Incubated | null
  view: ClutchView
}

/** How far the mean of an incubator strays from its set point over weeks, °C: half a degree in nine of ten. */
export const FUTURE_SPREAD_C = 0.3
/** More eggs of one clutch say no more of it by their silence: the rest of a thousand may simply not be fertile. */
const MOST_WAITED = 20
/** What a look at an egg says of its chance to hatch, against a whole one. Rules of thumb. */
const CHANCE_BY_LOOK: Partial<Record<EggFate, number>> = { dented: 0.7, mouldy: 0.4 }

/**
 * Studies clutches: their eggs, the temperatures they had, and the forecast that follows.
 * @param ended whether those that have ended are worked out too: what they had is read from the probes again
 */
export async function studyClutches(
  tx: Transaction,
  actor: Actor,
  clutches: readonly ClutchRow[],
  { ended = false }: { ended?: boolean } = {},
): Promise<ClutchStudy[]> {
  if (clutches.length === 0) return []
  const { animal, egg } = tables
  const ids = clutches.map((c) => c.id)
  const eggs = await tx.select().from(egg).where(inArray(egg.clutchId, ids)).orderBy(egg.number)
  const dams = await tx
    .select()
    .from(animal)
    .where(
      inArray(
        animal.id,
        clutches.map((c) => c.damId),
      ),
    )
  const byDam = new Map(dams.map((d) => [d.id, d]))
  const shelf = await loadShelf(tx)
  const tags = await tagsOf(tx, [
    ...clutches.flatMap((c) => c.sireId ?? []),
    ...eggs.flatMap((e) => e.animalId ?? []),
  ])
  const batchOf = await readBatchFates(
    tx,
    clutches.flatMap((c) => (c.counted ? [c.id] : [])),
  )
  const plain = clutches.flatMap((clutch) => {
    const dam = byDam.get(clutch.damId)!
    const protocol = shelf.usable(dam)
    if (!protocol) return []
    const own = eggs.filter((e) => e.clutchId === clutch.id)
    const batch = batchOf(clutch.id)
    const waiting = clutch.counted ? Math.max(0, clutch.counted.count - batch.ended) : 0
    const settled = waiting === 0 && own.every((e) => eggEnded(e.fate))
    return [{ clutch, dam, protocol, protocolId: dam.protocolId, eggs: own, batch, waiting, settled }]
  })
  const asked = plain.filter(
    (p) =>
      p.clutch.kind !== 'litter' &&
      p.protocol.incubation &&
      curveFault(p.protocol.incubation.curve) === null &&
      (ended || !p.settled),
  )
  const stays = await readStays(tx, clutches)
  const incubated = await incubate(tx, actor, asked, stays)
  return plain.map((p) => {
    const found = incubated.get(p.clutch.id) ?? null
    return {
      ...{ clutch: p.clutch, eggs: p.eggs, protocolId: p.protocolId, protocol: p.protocol, dam: p.dam },
      incubated: found,
      view: viewOf(actor, p, stays.get(p.clutch.id) ?? [], found, tags),
    }
  })
}

async function tagsOf(tx: Transaction, ids: readonly string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const { animal } = tables
  const rows = await tx
    .select({ id: animal.id, tag: animal.tag })
    .from(animal)
    .where(inArray(animal.id, [...ids]))
  return new Map(rows.map((a) => [a.id, a.tag]))
}

interface Plain {
  clutch: ClutchRow
  dam: AnimalRow
  protocol: Protocol
  protocolId: string
  eggs: EggRow[]
  /** Of a counted clutch: what has become of them, and how many are still waited for. */
  batch: BatchFates
  waiting: number
  settled: boolean
}

async function incubate(
  tx: Transaction,
  actor: Actor,
  asked: readonly Plain[],
  stays: ReadonlyMap<string, Stay[]>,
): Promise<Map<string, Incubated>> {
  const learned = await readLearned(tx, [...new Set(asked.map((p) => p.protocolId))])
  const now = (p: Plain) =>
    p.settled
      ? Math.max(p.batch.lastAt ?? 0, ...p.eggs.map((e) => (e.fateAt ?? p.clutch.foundAt).getTime()))
      : actor.now
  const temperatures = await readTemperatures(
    tx,
    asked.map((p) => {
      const rules = incubationOf(p.protocol)
      return {
        ...{ clutch: p.clutch, from: p.clutch.laidFrom.getTime(), to: now(p) },
        ...{ gapHours: rules.gapHours, usualC: rules.setPointC },
      }
    }),
    stays,
  )
  const aheadOf = (p: Plain, lastYear: readonly Reading[] = []) => {
    const { readings: all, setPoint } = temperatures.get(p.clutch.id)!
    const gapHours = gapOf(all, incubationOf(p.protocol).gapHours)
    const readings = all.filter((r) => r.at <= now(p) + gapHours * MS_PER_HOUR)
    return { readings, gapHours, ...courseAhead({ readings, setPoint, gapHours, now: now(p), lastYear }) }
  }
  // A year ago is only looked up for those whose incubator does not keep to what was set.
  const strayed = asked.filter((p) => !p.settled && aheadOf(p).follows === 'log')
  const lastYears = await readLastYear(
    tx,
    strayed.map((p) => ({ clutchId: p.clutch.id, now: now(p) })),
    stays,
  )
  return new Map(
    asked.map((p) => {
      const rules = incubationOf(p.protocol)
      const { clutch, eggs, protocolId } = p
      const { setPoint } = temperatures.get(clutch.id)!
      const { readings, gapHours, ...ahead } = aheadOf(p, lastYears.get(clutch.id))
      const constant = constantFrom(
        // A clutch does not teach its own forecast.
        learned.filter((l) => l.clutch.id !== clutch.id),
        rules,
        { protocolId, line: p.dam.line, method: clutch.method },
      )
      const open = eggs.filter((e) => !eggEnded(e.fate))
      const survival = survivalFrom(learned, rules, protocolId)
      const inputs: HatchInputs = {
        curve: { ...rules.curve, degreeDays: constant.degreeDays },
        eggSpreadDays: constant.eggSpreadDays,
        clutchSpread: constant.clutchSpread,
        constantSpread: constant.spread,
        laid: { from: clutch.laidFrom.getTime(), to: clutch.laidTo.getTime() },
        readings,
        // Eggs that wait no longer have nothing ahead.
        setPoint: p.settled ? setPoint : ahead.setPoint,
        gapHours,
        now: now(p),
        futureSpreadC: FUTURE_SPREAD_C,
        hatchedAt: clutch.counted
          ? hatchesOf(p.batch)
          : eggs.flatMap((e) => (e.fate === 'hatched' && e.fateAt ? [e.fateAt.getTime()] : [])),
        waiting: clutch.counted ? Math.min(p.waiting, MOST_WAITED) : open.length,
        survival: clutch.counted ? survival : meanSurvival(open, survival, p.protocol),
      }
      return [
        clutch.id,
        {
          ...{ rules, learned: constant, inputs, ahead },
          stays: stays.get(clutch.id) ?? [],
          forecast: forecastHatch(inputs),
        },
      ]
    }),
  )
}

/** The mean chance of eggs that wait: fertile ones hatch as they do here, others may not be fertile, ill-looking ones less. */
function meanSurvival(open: readonly EggRow[], survival: number, { clutch }: Protocol): number {
  if (open.length === 0) return survival
  const fertile = 1 - (clutch?.infertile ?? 0.1)
  const of = (fate: EggFate) =>
    fate === 'pipped' ? 0.97 : survival * (fate === 'set' ? fertile : (CHANCE_BY_LOOK[fate] ?? 1))
  return open.reduce((sum, e) => sum + of(e.fate), 0) / open.length
}

function viewOf(
  { book: { zone } }: Actor,
  { clutch, dam, protocol, eggs, batch, waiting, settled }: Plain,
  stays: readonly Stay[],
  incubated: Incubated | null,
  tags: ReadonlyMap<string, string>,
): ClutchView {
  const rates = clutchRates(eggs.map((e) => e.fate))
  const stay = stays.at(-1)
  const ends = [...eggs.flatMap((e) => e.fateAt?.getTime() ?? []), ...(batch.lastAt ? [batch.lastAt] : [])]
  return {
    ...{ id: clutch.id, name: clutch.name, kind: clutch.kind, counted: clutch.counted, fates: batch.counts },
    dam: { id: dam.id, tag: dam.tag },
    sire: clutch.sireId ? { id: clutch.sireId, tag: tags.get(clutch.sireId) ?? '?' } : null,
    species: protocol.species,
    line: dam.line,
    foundOn: dayOfInstant(clutch.foundAt.getTime(), zone),
    endedOn:
      settled && clutch.kind !== 'litter' && ends.length > 0 ? dayOfInstant(Math.max(...ends), zone) : null,
    laid: { from: clutch.laidFrom.toISOString(), to: clutch.laidTo.toISOString() },
    method: clutch.method,
    box: stay ? { id: stay.box.id, name: stay.box.name, grid: stay.box.grid } : null,
    incubator: stay?.incubator
      ? { id: stay.incubator.id, name: stay.incubator.name, setPointC: stay.incubator.setPointC }
      : null,
    eggs: eggs.map((e) => ({
      ...{ id: e.id, number: e.number, fate: e.fate, grams: e.grams, cell: e.cell },
      animal: e.animalId ? { id: e.animalId, tag: tags.get(e.animalId) ?? '?' } : null,
    })),
    waiting: clutch.counted ? (clutch.kind === 'litter' ? 0 : waiting) : rates.waiting,
    fertility: rates.fertility,
    hatchRate: rates.hatch,
    forecast: incubated?.forecast ? forecastView(incubated.forecast, zone) : null,
    fault: protocol.incubation && curveFault(protocol.incubation.curve),
  }
}

export function forecastView(forecast: HatchForecast, zone: string): ForecastView {
  const iso = (at: number) => new Date(at).toISOString()
  const span = ({ from, to }: { from: number; to: number }) => ({ from: iso(from), to: iso(to) })
  const days = ({ from, to }: { from: number; to: number }) => ({
    from: dayOfInstant(from, zone),
    to: dayOfInstant(to, zone),
  })
  const { developed, spreadDays, durationDays, parts, alive } = forecast
  return {
    ...{ developed, spreadDays, durationDays, parts, alive },
    likely: iso(forecast.likely),
    likelyDay: dayOfInstant(forecast.likely, zone),
    window: span(forecast.window),
    half: span(forecast.half),
    windowDays: days(forecast.window),
    halfDays: days(forecast.half),
  }
}

/** Beyond this nobody's sex is decided any more, days. */
const SEX_HORIZON_DAYS = 400

/** Where temperature decides: the sexes to expect of what the eggs had and are to have; null where it does not. */
export function sexForecast(
  { rules }: Pick<Incubated, 'rules'>,
  { curve, laid, readings, setPoint, gapHours }: HatchInputs,
): SexForecast | null {
  if (!rules.sex) return null
  const middle = (laid.from + laid.to) / 2
  const until = middle + SEX_HORIZON_DAYS * MS_PER_DAY
  return sexRatioByTemperature(rules.sex, curve, joinReadings(readings, middle, until, setPoint, gapHours))
}

/** How far ahead of the likely hatch pictures are drawn. */
export const MARGIN = 10 * MS_PER_DAY
