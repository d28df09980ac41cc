import { restApi, type WeatherRuleView } from '@hatch-book/contract'
import { addDays, chanceByDate, nightLows, nightRun, type Day, type Night, livesHere } from '@hatch-book/core'
import { asc, eq } from 'drizzle-orm'
import { loadPlaceNames, loadRecords, withIds } from '../animals'
import { readReadings } from '../climate'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'

const { place, probe, weatherRule } = tables
const CHANCE_DAYS = 75
const EARLIEST = new Date('1990-01-01T00:00:00Z')
/** Nights that a page shows before today. */
const SHOWN_NIGHTS = 45

type RuleRow = typeof weatherRule.$inferSelect

async function weather(tx: Transaction, actor: Actor) {
  const stations = await tx
    .select({ id: place.id, name: place.name, probe })
    .from(place)
    .leftJoin(probe, eq(probe.placeId, place.id))
    .where(eq(place.kind, 'outdoors'))
    .orderBy(asc(place.name))
  const nights = new Map<string, Night[]>()
  for (const { id, probe: own } of stations)
    nights.set(
      id,
      own ? nightLows(await readReadings(tx, own, EARLIEST, new Date(actor.now)), actor.book.zone) : [],
    )
  const rules = await tx
    .select()
    .from(weatherRule)
    .where(eq(weatherRule.withdrawn, false))
    .orderBy(asc(weatherRule.name))
  const animals = await namedAnimals(tx, rules)
  return {
    stations: stations.map(({ id, name }) => {
      const own = nights.get(id)!
      return { id, name, nights: own.length, last: own.at(-1) ?? null }
    }),
    rules: rules.map((rule) => {
      const station = stations.find((s) => s.id === rule.stationId)
      return ruleView(rule, station?.name ?? '?', nights.get(rule.stationId) ?? [], animals, actor.today)
    }),
  }
}

function ruleView(
  row: RuleRow,
  station: string,
  all: readonly Night[],
  animals: ReadonlyMap<string, WeatherRuleView['animals'][number]>,
  today: Day,
): WeatherRuleView {
  // This evening's night has only begun: it counts tomorrow.
  const known = all.filter((n) => n.day < today)
  const whole = nightRun(known, row.rule, row.since)
  // A run that ended with the log long ago does not go on tonight.
  const last = whole.last && whole.last.day >= addDays(row.since, -1) ? whole.last : null
  const run = last || whole.metOn ? whole : { ...whole, running: 0, toGo: row.rule.nights }
  const from = last ? addDays(last.day, 1) : row.since > today ? row.since : today
  return {
    ...{ id: row.id, version: row.version, name: row.name, act: row.act, rule: row.rule, since: row.since },
    ...{ stationId: row.stationId, station, run },
    nights: known.filter((n) => n.day >= addDays(today, -SHOWN_NIGHTS)),
    chance: run.metOn
      ? []
      : chanceByDate(
          all.filter((n) => n.day < row.since),
          row.rule,
          { from, running: last ? run.running : 0, days: CHANCE_DAYS },
          // Where no year was logged nothing is known, which is not 'never'.
        ).filter((c) => c.years > 0),
    animals: row.animalIds.flatMap((id) => animals.get(id) ?? []),
  }
}

async function namedAnimals(tx: Transaction, rules: readonly RuleRow[]) {
  const ids = [...new Set(rules.flatMap((r) => r.animalIds))]
  if (ids.length === 0) return new Map<string, WeatherRuleView['animals'][number]>()
  const names = await loadPlaceNames(tx)
  const records = await loadRecords(tx, withIds(ids))
  return new Map(
    records
      .filter((r) => livesHere(r.standing.presence))
      .map(({ animal: a, standing, protocol }) => [
        a.id,
        {
          id: a.id,
          tag: a.tag,
          species: protocol.species,
          place: standing.placeId ? (names.get(standing.placeId) ?? null) : null,
        },
      ]),
  )
}

export const weatherRoutes: BookRoutes = (app, { db }) => {
  serve(app, restApi.weather, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => weather(tx, actor))
  })

  serve(app, restApi.addWeatherRule, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const [station] = await tx.select().from(place).where(eq(place.id, request.body.stationId))
      if (station?.kind !== 'outdoors')
        throw new BookError('invalid', 'Choose an outdoor thermometer.', [
          { field: 'stationId', says: 'an outdoor thermometer' },
        ])
      await tx.insert(weatherRule).values({ bookId, ...request.body })
      return { ok: true as const }
    })
  })

  serve(app, restApi.changeWeatherRule, (request) => {
    const { bookId } = actorOf(request)
    const { version, ...change } = request.body
    return inBook(db, bookId, async (tx) => {
      const [row] = await tx
        .select()
        .from(weatherRule)
        .where(eq(weatherRule.id, request.params.id))
        .for('update')
      if (!row) throw new BookError('not-found', 'This rule is not in the book.')
      if (row.version !== version)
        throw new BookError('stale', 'Somebody changed this rule meanwhile.', [], row)
      await tx
        .update(weatherRule)
        .set({ ...change, version: version + 1 })
        .where(eq(weatherRule.id, row.id))
      return { ok: true as const }
    })
  })
}
