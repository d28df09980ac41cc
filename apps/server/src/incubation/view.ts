import type { ClutchView, ForecastView } from '@hatch-book/contract'
import {
  incubationOf,
  MS_PER_DAY,
  MS_PER_HOUR,
  clutchRates,
  dayOfInstant,
  forecastHatch,
  type HatchForecast,
  type HatchInputs,
  type Protocol,
  type Reading,
} from '@hatch-book/core'
import { inArray } from 'drizzle-orm'
import { readReadings } from '../climate'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols/store'
import type { Actor } from '../shell/actor'

export type ClutchRow = typeof tables.clutch.$inferSelect
type EggRow = typeof tables.egg.$inferSelect

/** A clutch with all that its forecast is made of. */
export interface ClutchStudy {
  clutch: ClutchRow
  eggs: EggRow[]
  protocolId: string
  protocol: Protocol
  setPointC: number
  readings: Reading[]
  inputs: HatchInputs
  forecast: HatchForecast | null
  view: ClutchView
}

/** How far the mean of an incubator strays from its set point over weeks, °C: half a degree in nine of ten. */
const FUTURE_SPREAD_C = 0.3

/** Studies clutches: their eggs, the temperatures they had, and the forecast that follows. */
export async function studyClutches(
  tx: Transaction,
  actor: Actor,
  clutches: readonly ClutchRow[],
): Promise<ClutchStudy[]> {
  if (clutches.length === 0) return []
  const { animal, egg, place, probe } = tables
  const eggs = await tx
    .select()
    .from(egg)
    .where(
      inArray(
        egg.clutchId,
        clutches.map((c) => c.id),
      ),
    )
    .orderBy(egg.number)
  const places = new Map((await tx.select().from(place)).map((p) => [p.id, p]))
  const probes = new Map((await tx.select().from(probe)).map((p) => [p.placeId, p.id]))
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
  const relatives = [...clutches.flatMap((c) => c.sireId ?? []), ...eggs.flatMap((e) => e.animalId ?? [])]
  const named =
    relatives.length > 0
      ? await tx.select({ id: animal.id, tag: animal.tag }).from(animal).where(inArray(animal.id, relatives))
      : []
  const tags = new Map(named.map((a) => [a.id, a.tag]))
  const studies: ClutchStudy[] = []
  for (const clutch of clutches) {
    const dam = byDam.get(clutch.damId)!
    const protocol = shelf.of(dam)
    const rules = incubationOf(protocol)
    const own = eggs.filter((e) => e.clutchId === clutch.id)
    const incubator = heldIn(places, clutch.boxId)
    const probeId = incubator ? (probes.get(incubator.id) ?? null) : null
    const setPointC = incubator?.setPointC ?? rules.setPointC
    const settled = own.every((e) => ['infertile', 'dead', 'hatched'].includes(e.fate))
    const until = settled
      ? Math.max(...own.map((e) => e.fateAt?.getTime() ?? clutch.foundAt.getTime()))
      : actor.now
    const margin = rules.gapHours * MS_PER_HOUR
    const readings = probeId
      ? await readReadings(
          tx,
          probeId,
          new Date(clutch.laidFrom.getTime() - margin),
          new Date(Math.min(actor.now, until + margin)),
        )
      : []
    const inputs: HatchInputs = {
      curve: rules,
      eggSpreadDays: rules.eggSpreadDays,
      clutchSpread: rules.clutchSpread,
      laid: { from: clutch.laidFrom.getTime(), to: clutch.laidTo.getTime() },
      readings,
      setPointC,
      gapHours: rules.gapHours,
      now: until,
      futureSpreadC: FUTURE_SPREAD_C,
      hatchedAt: own.flatMap((e) => (e.fate === 'hatched' && e.fateAt ? [e.fateAt.getTime()] : [])),
      waiting: !settled,
    }
    const forecast = forecastHatch(inputs)
    const rates = clutchRates(own.map((e) => e.fate))
    const box = places.get(clutch.boxId)!
    const view: ClutchView = {
      id: clutch.id,
      name: clutch.name,
      dam: { id: dam.id, tag: dam.tag },
      sire: clutch.sireId ? { id: clutch.sireId, tag: tags.get(clutch.sireId) ?? '?' } : null,
      species: protocol.species,
      line: dam.line,
      foundOn: dayOfInstant(clutch.foundAt.getTime(), actor.book.zone),
      laid: { from: clutch.laidFrom.toISOString(), to: clutch.laidTo.toISOString() },
      method: clutch.method,
      box: { id: box.id, name: box.name },
      incubator: incubator && { id: incubator.id, name: incubator.name, setPointC, probeId },
      eggs: own.map((e) => ({
        id: e.id,
        number: e.number,
        fate: e.fate,
        grams: e.grams,
        animal: e.animalId ? { id: e.animalId, tag: tags.get(e.animalId) ?? '?' } : null,
      })),
      waiting: rates.waiting,
      fertility: rates.fertility,
      hatchRate: rates.hatch,
      forecast: forecast && forecastView(forecast, actor.book.zone),
    }
    studies.push({
      clutch,
      eggs: own,
      protocolId: dam.protocolId,
      protocol,
      setPointC,
      readings,
      inputs,
      forecast,
      view,
    })
  }
  return studies
}

/** The incubator that a box stands in, however deep. */
function heldIn(places: Map<string, typeof tables.place.$inferSelect>, boxId: string) {
  let at = places.get(boxId)
  while (at && at.kind !== 'incubator') at = at.parentId ? places.get(at.parentId) : undefined
  return at ?? null
}

function forecastView(forecast: HatchForecast, zone: string): ForecastView {
  const iso = (at: number) => new Date(at).toISOString()
  const span = ({ from, to }: { from: number; to: number }) => ({ from: iso(from), to: iso(to) })
  const days = ({ from, to }: { from: number; to: number }) => ({
    from: dayOfInstant(from, zone),
    to: dayOfInstant(to, zone),
  })
  return {
    ...forecast,
    likely: iso(forecast.likely),
    likelyDay: dayOfInstant(forecast.likely, zone),
    window: span(forecast.window),
    half: span(forecast.half),
    windowDays: days(forecast.window),
    halfDays: days(forecast.half),
  }
}

/** How far ahead of the likely hatch pictures are drawn. */
export const MARGIN = 10 * MS_PER_DAY
