import { climateApi, newId, type ClimateRow } from '@hatch-book/contract'
import {
  sayIn,
  isDayIn,
  offsetAt,
  plannedTemperatures,
  proposeBands,
  type Calibration,
  type SetPoint,
} from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { entryOf, writeEntries } from '../log'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { livingIn, occupantsOf, readAlarms } from './alarms'
import { readSetPoints } from './dials'
import { tellOfEarlier } from './readings'
/** A probe further off than this is broken, or the wrong figures were written, °C. */
const MOST_OFFSET_C = 8
/** What was said longer ago than this is no word on today, hours. */
const RECENT_HOURS = 26

/** Every place whose air is measured: what it shows, what it should, what is wrong. */
async function climateView(tx: Transaction, actor: Actor): Promise<ClimateRow[]> {
  const { rows } = await tx.execute<{
    place_id: string
    probe_id: string
    name: string
    kind: string
    parent: string | null
    set_point_c: number | null
    bands: ClimateRow['bands']
    calibrations: Calibration[]
    speaks: boolean
    last_c: number | null
    last_humidity: number | null
    last_at: Date | null
  }>(sql`
    select p.id as place_id, b.id as probe_id, p.name, p.kind, q.name as parent, p.set_point_c, p.bands, b.calibrations,
      b.secret_hash is not null and b.heard_at is not null as speaks,
      l.celsius as last_c, l.humidity as last_humidity, l.at as last_at
    from probe b join place p on p.id = b.place_id left join place q on q.id = p.parent_id
    left join lateral (select celsius, humidity, at from reading r where r.probe_id = b.id order by at desc limit 1) l on true
    order by q.name nulls first, p.name`)
  const alarms = await readAlarms(tx)
  const dials = await readSetPoints(tx)
  const views: ClimateRow[] = []
  for (const row of rows) {
    const at = row.last_at ? new Date(row.last_at).getTime() : null
    const offsetC = offsetAt(row.calibrations, at ?? actor.now)
    const lastC = row.last_c === null ? null : Math.round((row.last_c + offsetC) * 100) / 100
    const own = alarms.filter((a) => a.placeId === row.place_id)
    const occupants = (await occupantsOf(tx, row.place_id))?.names ?? []
    views.push({
      ...{ placeId: row.place_id, probeId: row.probe_id, name: row.name, kind: row.kind },
      where: row.parent ?? '',
      ...{ setPointC: row.set_point_c, bands: row.bands, speaks: row.speaks, lastC, offsetC },
      lastHumidity: row.last_humidity,
      lastAt: at === null ? null : new Date(at).toISOString(),
      calibrations: row.calibrations.map((c) => ({
        from: c.from === 0 ? null : new Date(c.from).toISOString(),
        offsetC: c.offsetC,
      })),
      occupants: [...occupants],
      ...inWords(actor, {
        bands: row.bands,
        setPointC: setNow(dials.get(row.place_id), at),
        lastC,
        humidity: row.last_humidity,
        at,
        alarmed: own.length > 0,
        minded: occupants.length > 0 || row.bands !== null,
      }),
      alarms: own,
    })
  }
  return views
}

/** What a dial asks for at an instant: by night it may be something else than by day. */
const setNow = (dial: readonly SetPoint[] | undefined, at: number | null): number | null =>
  dial && at !== null ? (plannedTemperatures(dial, at, at + 1)[0]?.celsius ?? null) : null

interface Standing {
  bands: ClimateRow['bands']
  setPointC: number | null
  lastC: number | null
  humidity: number | null
  at: number | null
  alarmed: boolean
  /** Whether anybody is there whom it matters to. */
  minded: boolean
}

function inWords(
  actor: Actor,
  { bands, setPointC, lastC, humidity, at, alarmed, minded }: Standing,
): { says: string; well: boolean } {
  const empty = minded ? '' : ', empty'
  if (lastC === null || at === null) return { says: `no reading yet${empty}`, well: !minded }
  if (actor.now - at > RECENT_HOURS * 3_600_000)
    return { says: `no reading for over a day${empty}`, well: !minded }
  if (bands) {
    const day = isDayIn(bands, at, actor.book.zone)
    const band = day ? bands.day : bands.night
    const part = day ? 'by day' : 'by night'
    const says: string[] = []
    if (lastC > band.high) says.push(`too warm ${part}`)
    if (lastC < band.low) says.push(`too cold ${part}`)
    if (bands.humidity && humidity !== null && humidity < bands.humidity.low) says.push('too dry')
    if (bands.humidity && humidity !== null && humidity > bands.humidity.high) says.push('too damp')
    return { says: says.join(', ') || `as it should be ${part}`, well: says.length === 0 && !alarmed }
  }
  if (setPointC === null) return { says: 'measured', well: !alarmed }
  const off = lastC - setPointC
  const say = sayIn(actor.book)
  const says =
    Math.abs(off) < 0.75
      ? 'at its set point'
      : `${say.degrees(Math.abs(off))} ${off > 0 ? 'over' : 'under'} its set point`
  return { says, well: !alarmed && (!minded || Math.abs(off) < 2) }
}

export const climatePlaceRoutes: BookRoutes = (app, { db }) => {
  serve(app, climateApi.places, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => ({ places: await climateView(tx, actor) }))
  })

  serve(app, climateApi.proposedBands, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { id } = request.params
      const [where] = await tx.select().from(tables.place).where(eq(tables.place.id, id))
      if (!where) throw new BookError('not-found', 'This place is not in the book.')
      const living = await livingIn(tx, actor, id)
      return {
        bands: proposeBands(living, where.kind === 'room'),
        who: [...new Set(living.map((l) => l.who))].sort(),
      }
    })
  })

  serve(app, climateApi.changeBands, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const { id } = request.params
      const [where] = await tx
        .update(tables.place)
        .set({ bands: request.body.bands })
        .where(eq(tables.place.id, id))
        .returning()
      if (!where) throw new BookError('not-found', 'This place is not in the book.')
      const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.placeId, id))
      // Bands want something that measures: an enclosure gets its probe with them.
      if (!probe && request.body.bands)
        await tx
          .insert(tables.probe)
          .values({ bookId, id: newId(), name: `probe of ${where.name}`, placeId: id })
      return { ok: true as const }
    })
  })

  serve(app, climateApi.calibrate, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { id, readC, trueC, from } = request.body
      const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.id, request.params.id))
      if (!probe) throw new BookError('not-found', 'This probe is not in the book.')
      const since = from ? Date.parse(from) : 0
      // What the book shows is calibrated already: the new offset joins the one that holds.
      const offsetC =
        Math.round((trueC - readC + offsetAt(probe.calibrations, from ? since : actor.now)) * 100) / 100
      if (Math.abs(offsetC) > MOST_OFFSET_C)
        throw new BookError('invalid', `${offsetC} °C off is a broken probe, or a slip of the pen.`, [
          { field: 'trueC', says: `more than ${MOST_OFFSET_C} °C off` },
        ])
      const calibrations = [...probe.calibrations.filter((c) => c.from < since), { from: since, offsetC }]
      await tx.update(tables.probe).set({ calibrations }).where(eq(tables.probe.id, probe.id))
      await tellOfEarlier(tx)
      await writeEntries(tx, actor, [
        entryOf(id, 'calibrated', { type: 'place', id: probe.placeId }, new Date(actor.now).toISOString(), {
          readC,
          trueC,
          offsetC,
        }),
      ])
      return { ok: true as const }
    })
  })
}
