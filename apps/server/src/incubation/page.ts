import type { ClutchPage, ExcursionView } from '@hatch-book/contract'
import {
  MS_PER_DAY,
  MS_PER_HOUR,
  addDays,
  dayOfInstant,
  developmentCurve,
  excursions,
  hatchHill,
  instantOfDay,
  gapOf,
  joinReadings,
  meanOfSetPoint,
  summariseClimate,
  setPointForSex,
  type TemperatureLog,
} from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { readReadings } from '../climate'
import { tables, type Transaction } from '../db/connect'
import { readEntries, standingEntries } from '../log'
import { fathersOf } from '../pairing'
import type { Actor } from '../shell/actor'
import { litterOf } from './litters'
import { readTemperatures } from './temperatures'
import { MARGIN, sexForecast, type ClutchStudy, type Incubated } from './view'

const CHART_POINTS = 400
const PATIENCE_DAYS = 30

/** A clutch's own page: what its temperatures were, what they did, and how the forecast is made. */
export async function clutchPage(tx: Transaction, actor: Actor, study: ClutchStudy): Promise<ClutchPage> {
  const { clutch, protocol, eggs, view } = study
  const entries = await readEntries(tx, { subjectIds: [clutch.id], limit: 200, reader: actor.member })
  const weighings = entries
    .flatMap((e) => (e.kind === 'box weighed' && !e.struckBy ? [{ ...e.payload, at: e.at }] : []))
    .map(({ at, grams, dryGrams = null, addedGrams }) => ({ at, grams, dryGrams, addedGrams }))
    .sort((a, b) => a.at.localeCompare(b.at))
  return {
    clutch: view,
    litter: clutch.kind === 'litter' ? await litterOf(tx, clutch.id) : null,
    fathers: await fathersOf(tx, actor, {
      ...clutch,
      protocolId: study.protocolId,
      protocol,
      good: clutch.counted !== null || eggs.some((e) => e.fate !== 'infertile'),
      youngIds: eggs.flatMap((e) => e.animalId ?? []),
    }),
    ...(study.incubated ? await incubatedPage(tx, actor, study, study.incubated) : NOTHING_INCUBATED),
    young: await youngOf(tx, actor, clutch.id),
    weighings,
    entries,
  }
}

type IncubatedPage = Omit<ClutchPage, 'clutch' | 'litter' | 'fathers' | 'young' | 'entries' | 'weighings'>
/** Those that came out of a clutch, with what was seen of their first days. */
async function youngOf(tx: Transaction, { book }: Actor, clutchId: string): Promise<ClutchPage['young']> {
  const { rows } = await tx.execute<{ id: string; tag: string; place: string | null }>(sql`
    select a.id, a.tag, p.name as place from animal a
    left join animal_standing s on s.id = a.id left join place p on p.id = (s.standing->>'placeId')::uuid
    where a.clutch_id = ${clutchId} and not a.withdrawn order by a.tag`)
  const logs = await standingEntries(
    tx,
    rows.map((r) => r.id),
  )
  return rows.map((young) => {
    const log = logs.get(young.id) ?? []
    return {
      ...young,
      steps: log.flatMap((e) =>
        e.kind === 'hatchling step'
          ? [{ step: e.payload.step, on: dayOfInstant(e.at.getTime(), book.zone) }]
          : [],
      ),
      problems: log.flatMap((e) => (e.kind === 'problem found' ? [e.payload.problem] : [])),
    }
  })
}

/** Young that were born had no incubator. */
const NOTHING_INCUBATED: IncubatedPage = {
  climate: null,
  excursions: [],
  series: [],
  hill: [],
  patience: [],
  sexes: null,
  setPoints: [],
  rules: null,
}

async function incubatedPage(
  tx: Transaction,
  actor: Actor,
  study: ClutchStudy,
  incubated: Incubated,
): Promise<IncubatedPage> {
  const { clutch, protocol } = study
  const { rules, inputs, forecast, learned, stays, ahead } = incubated
  const found = clutch.foundAt.getTime()
  const now = Math.max(found + MS_PER_HOUR, inputs.now)
  // Every reading, so that a short peak is not lost in a mean.
  const question = {
    ...{ clutch, from: clutch.laidFrom.getTime(), to: now },
    ...{ gapHours: rules.gapHours, usualC: rules.setPointC },
  }
  const exact = (await readTemperatures(tx, [question], new Map([[clutch.id, stays]]), readReadings)).get(
    clutch.id,
  )!
  // A probe that speaks is ahead of a book that stands still, as the demo's does.
  const until = inputs.waiting ? Math.max(now, exact.readings.at(-1)?.at ?? 0) : now
  const log: TemperatureLog = {
    ...{ readings: exact.readings, setPoint: inputs.setPoint },
    gapHours: gapOf(exact.readings, rules.gapHours),
  }
  const had = joinReadings(log.readings, found, until, log.setPoint, log.gapHours)
  const iso = (at: number) => new Date(at).toISOString()
  const summary = summariseClimate(had)
  const found_: ExcursionView[] = excursions(inputs.curve, had, log.setPoint, rules).map((e) => ({
    ...e,
    from: iso(e.from),
    to: iso(e.to),
  }))
  const set = exact.setPoint.at(-1)!
  return {
    climate: {
      ...summary,
      setPointC: Math.round(meanOfSetPoint(set) * 100) / 100,
      warnC: rules.warnC,
      ahead: { follows: ahead.follows, logC: ahead.logC, setC: ahead.setC },
      gaps: summary.gaps.map((g) => ({ ...g, from: iso(g.from), to: iso(g.to) })),
    },
    excursions: found_,
    series: series(incubated, log, until),
    hill: forecast ? hill(forecast, actor) : [],
    patience: patience(incubated, actor),
    sexes: await sexesOf(tx, actor, study, incubated),
    setPoints: exact.setPoint.map((s) => ({
      from: s.from,
      celsius: s.celsius,
      night: s.night?.celsius ?? null,
    })),
    rules: {
      ...{ thresholdC: rules.thresholdC, degreeDays: rules.degreeDays, capC: rules.capC },
      ...{ warnC: rules.warnC, lethalC: rules.lethalC },
      learned: {
        ...{ degreeDays: learned.degreeDays, spread: learned.spread, clutches: learned.clutches },
        ...{ ofLine: learned.ofLine, ofMethod: learned.ofMethod, moved: learned.moved },
      },
      model: rules.curve.model ?? 'linear',
      pipToOutDays: rules.pipToOutDays.most,
      waterPerMedium: rules.methods.find((m) => m.name === clutch.method)?.waterPerMedium ?? null,
      origin: protocol.origin,
    },
  }
}

/** Temperature and development at even steps from laying to past the hatch; beyond now at the set point. */
function series({ inputs, forecast }: Incubated, log: TemperatureLog, until: number): ClutchPage['series'] {
  const middle = (inputs.laid.from + inputs.laid.to) / 2
  const end = forecast ? Math.max(until, forecast.window.to + MARGIN / 4) : until
  const segments = joinReadings(log.readings, middle, end, log.setPoint, log.gapHours)
  const points = developmentCurve(inputs.curve, segments)
  const step = Math.max(MS_PER_HOUR, (end - middle) / CHART_POINTS)
  const out: ClutchPage['series'] = []
  let segment = 0
  for (let at = middle; at <= end; at += step) {
    while (segment < segments.length - 1 && segments[segment]!.to < at) segment++
    const piece = segments[segment]!
    const share = piece.to > piece.from ? (at - piece.from) / (piece.to - piece.from) : 0
    const before = points[segment]!.share
    const after = points[segment + 1]!.share
    out.push({
      at: new Date(at).toISOString(),
      celsius:
        piece.source === 'log'
          ? Math.round((piece.startC + share * (piece.endC - piece.startC)) * 100) / 100
          : null,
      developed: Math.min(1, before + share * (after - before)),
      ahead: at > until,
    })
  }
  return out
}

function hill(forecast: NonNullable<Incubated['forecast']>, actor: Actor): ClutchPage['hill'] {
  const first = dayOfInstant(forecast.window.from - MARGIN / 2, actor.book.zone)
  const days = Math.ceil((forecast.window.to - forecast.window.from) / MS_PER_DAY) + 10
  return hatchHill(forecast, instantOfDay(first, actor.book.zone, 0), days).map((share, i) => ({
    day: addDays(first, i),
    share,
  }))
}

/** How the chance of an egg falls day by day while nothing hatches; told once the window is near. */
function patience({ inputs, forecast }: Incubated, { book, today }: Actor): ClutchPage['patience'] {
  if (!forecast || !inputs.waiting || inputs.now < forecast.window.from - MS_PER_DAY) return []
  return Array.from({ length: PATIENCE_DAYS }, (_, i) => {
    const day = addDays(today, i)
    return {
      day,
      alive: i === 0 ? forecast.alive : forecast.spread.alive(instantOfDay(day, book.zone, 12)),
    }
  })
}

/** Where temperature decides: what to expect of what they had and will have, and what their sexes were found to be. */
async function sexesOf(
  tx: Transaction,
  { book }: Actor,
  { clutch }: ClutchStudy,
  incubated: Incubated,
): Promise<ClutchPage['sexes']> {
  const forecast = sexForecast(incubated, incubated.inputs)
  if (!forecast) return null
  const { rows } = await tx.execute<{ sex: string; n: number }>(sql`
    select s.standing->>'sex' as sex, count(*)::int as n from ${tables.animal} a
    join ${tables.animalStanding} s on s.id = a.id where ${eq(sql`a.clutch_id`, clutch.id)} and not a.withdrawn group by 1`)
  const of = (sex: string) => rows.find((r) => r.sex === sex)?.n ?? 0
  return {
    maleShare: forecast.maleShare,
    weightedC: forecast.weightedC,
    from: dayOfInstant(forecast.sensitive.from, book.zone),
    to: dayOfInstant(forecast.sensitive.to, book.zone),
    seen: forecast.seen,
    females: of('female'),
    males: of('male'),
    evenC: evenSetPoint(incubated, forecast.sensitive.from),
  }
}

/** What to set eggs to for as many of each sex, within their safe lines and near what they are at; null once they are decided. */
function evenSetPoint({ rules, inputs }: Incubated, decidedFrom: number): number | null {
  if (!rules.sex || inputs.now >= decidedFrom) return null
  const plan = inputs.setPoint
  const near = typeof plan === 'number' ? plan : meanOfSetPoint(plan.at(-1)!)
  return setPointForSex(rules.sex, 0.5, near, rules.warnC).celsius
}
