import type { LogQuery } from '@hatch-book/contract'
import { climateApi } from '@hatch-book/contract'
import { MS_PER_DAY, MS_PER_HOUR, gapOf } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import type * as v from 'valibot'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { decodeText } from '../shell/decode'
import { BookError } from '../shell/problems'
import { readLoggerFile, type LoggerFile } from './loggerFile'
import { watchLog } from './alarms'
import { writeReadings } from './readings'
import { readSeries } from './series'

const GAP_HOURS = 3
const SHOWN_FAULTS = 200
const SAMPLE_POINTS = 300

async function readUpload(
  tx: Transaction,
  actor: Actor,
  probeId: string,
  body: unknown,
  { unit, zone }: v.InferOutput<typeof LogQuery>,
) {
  const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.id, probeId))
  if (!probe) throw new BookError('not-found', 'This probe is not in the book.')
  if (!Buffer.isBuffer(body)) throw new BookError('file-unreadable', 'Send the file itself.')
  const decoded = decodeText(body)
  const log = readLoggerFile(decoded, unit, zone || actor.book.zone)
  const late = log.readings.findIndex((r) => r.at > actor.now + MS_PER_DAY)
  if (late >= 0) {
    log.notes.push(`${log.readings.length - late} readings lie after today and are left out`)
    log.readings.length = late
  }
  return { log, encoding: decoded.encoding, placeId: probe.placeId }
}

async function countKnown(tx: Transaction, probeId: string, { readings }: LoggerFile): Promise<number> {
  const times = JSON.stringify(readings.map((r) => new Date(r.at).toISOString()))
  const { rows } = await tx.execute<{ count: string }>(
    sql`select count(*) from reading where probe_id = ${probeId} and at in (select value::timestamptz from json_array_elements_text(${times}::json))`,
  )
  return Number(rows[0]!.count)
}

function describe({ readings }: LoggerFile) {
  const steps = readings
    .slice(1)
    .map((r, i) => r.at - readings[i]!.at)
    .sort((a, b) => a - b)
  const every = Math.max(1, Math.ceil(readings.length / SAMPLE_POINTS))
  const iso = (at: number) => new Date(at).toISOString()
  // The low of each day is a reading a day, and no silence.
  const longest = gapOf(readings, GAP_HOURS)
  return {
    readings: readings.length,
    from: readings.length ? iso(readings[0]!.at) : null,
    to: readings.length ? iso(readings.at(-1)!.at) : null,
    minC: readings.length ? readings.reduce((m, r) => Math.min(m, r.celsius), Infinity) : null,
    maxC: readings.length ? readings.reduce((m, r) => Math.max(m, r.celsius), -Infinity) : null,
    typicalStepMinutes: steps.length ? Math.round(steps[Math.floor(steps.length / 2)]! / 6000) / 10 : null,
    gaps: readings.slice(1).flatMap((r, i) => {
      const before = readings[i]!
      const hours = (r.at - before.at) / MS_PER_HOUR
      return hours > longest ? [{ from: iso(before.at), to: iso(r.at), hours }] : []
    }),
    sample: readings.filter((_, i) => i % every === 0).map((r) => ({ at: iso(r.at), celsius: r.celsius })),
  }
}

export const climateRoutes: BookRoutes = (app, { db }) => {
  serve(app, climateApi.probes, async (request) => {
    const { rows } = await inBook(db, actorOf(request).bookId, (tx) =>
      tx.execute<{
        id: string
        name: string
        place_id: string
        last_at: Date | null
        last_c: number | null
        readings: string
      }>(sql`
        select p.id, p.name, p.place_id, l.at as last_at, l.celsius as last_c, (select coalesce(sum(h.count), 0) from reading_hour h where h.probe_id = p.id) as readings
        from probe p left join lateral (select at, celsius from reading r where r.probe_id = p.id order by at desc limit 1) l on true order by p.name`),
    )
    return {
      probes: rows.map((r) => ({
        id: r.id,
        name: r.name,
        placeId: r.place_id,
        lastAt: r.last_at && new Date(r.last_at).toISOString(),
        lastC: r.last_c,
        readings: Number(r.readings),
      })),
    }
  })

  serve(app, climateApi.series, (request) =>
    inBook(db, actorOf(request).bookId, async (tx) => {
      const { id } = request.params
      const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.id, id))
      if (!probe) throw new BookError('not-found', 'This probe is not in the book.')
      const to = request.query.to ? Date.parse(request.query.to) : actorOf(request).now
      return readSeries(
        tx,
        probe,
        request.query.from ? Date.parse(request.query.from) : to - 14 * MS_PER_DAY,
        to,
      )
    }),
  )

  serve(app, climateApi.previewLog, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { log, encoding } = await readUpload(tx, actor, request.params.id, request.body, request.query)
      return {
        fileName: request.query.fileName,
        encoding,
        unit: log.unit,
        timeColumn: log.timeColumn,
        temperatureColumn: log.temperatureColumn,
        known: await countKnown(tx, request.params.id, log),
        faults: log.faults.slice(0, SHOWN_FAULTS),
        faulty: log.faults.length,
        notes: log.notes,
        ...describe(log),
      }
    })
  })

  serve(app, climateApi.bringLog, (request) => {
    const actor = actorOf(request)
    const { id: probeId } = request.params
    return inBook(db, actor.bookId, async (tx) => {
      const { log, placeId } = await readUpload(tx, actor, probeId, request.body, request.query)
      const written = await writeReadings(tx, actor.bookId, probeId, log.readings)
      const last = log.readings.at(-1)
      if (written > 0 && last) await watchLog(tx, actor.bookId, placeId, last.at)
      return { written, known: log.readings.length - written, faulty: log.faults.length }
    })
  })
}
