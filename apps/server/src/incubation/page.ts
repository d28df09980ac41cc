import type { ClutchPage, ExcursionView } from '@hatch-book/contract'
import {
  incubationOf,
  MS_PER_DAY,
  MS_PER_HOUR,
  addDays,
  dayOfInstant,
  developmentCurve,
  explainExcursions,
  hatchHill,
  joinReadings,
  summariseClimate,
} from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import { readEntries } from '../entries'
import { fathersOf } from '../pairing'
import type { Actor } from '../shell/actor'
import { MARGIN, type ClutchStudy } from './view'

const CHART_POINTS = 400

/** A clutch's own page: what its temperatures were, what they did, and how the forecast is made. */
export async function clutchPage(tx: Transaction, actor: Actor, study: ClutchStudy): Promise<ClutchPage> {
  const { clutch, protocol, readings, setPointC, inputs, forecast, view } = study
  const incubation = incubationOf(protocol)
  const found = clutch.foundAt.getTime()
  const until = Math.max(found + MS_PER_HOUR, inputs.now)
  const had = joinReadings(readings, found, until, setPointC, incubation.gapHours)
  const iso = (at: number) => new Date(at).toISOString()
  const summary = summariseClimate(had)
  const excursions: ExcursionView[] = explainExcursions(incubation, had, setPointC, incubation).map((e) => ({
    ...e,
    from: iso(e.from),
    to: iso(e.to),
  }))
  return {
    clutch: view,
    fathers: await fathersOf(tx, actor, {
      ...clutch,
      protocolId: study.protocolId,
      protocol,
      good: study.eggs.some((e) => e.fate !== 'infertile'),
      youngIds: study.eggs.flatMap((e) => e.animalId ?? []),
    }),
    climate: {
      ...summary,
      setPointC,
      warnC: incubation.warnC,
      gaps: summary.gaps.map((g) => ({ ...g, from: iso(g.from), to: iso(g.to) })),
    },
    excursions,
    series: series(study, until),
    hill: forecast ? hill(forecast, actor) : [],
    rules: {
      thresholdC: incubation.thresholdC,
      degreeDays: incubation.degreeDays,
      capC: incubation.capC,
      origin: protocol.origin,
    },
    entries: await readEntries(tx, { subjectIds: [clutch.id], limit: 200 }),
  }
}

/** Temperature and development at even steps from laying to past the hatch; beyond now at the set point. */
function series(
  { inputs, protocol, setPointC, forecast, readings }: ClutchStudy,
  until: number,
): ClutchPage['series'] {
  const middle = (inputs.laid.from + inputs.laid.to) / 2
  const end = forecast ? Math.max(until, forecast.window.to + MARGIN / 4) : until
  const segments = joinReadings(readings, middle, end, setPointC, inputs.gapHours)
  const points = developmentCurve(incubationOf(protocol), segments)
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

function hill(forecast: NonNullable<ClutchStudy['forecast']>, actor: Actor): ClutchPage['hill'] {
  const from = forecast.window.from - MARGIN / 2
  const first = dayOfInstant(from, actor.book.zone)
  const days = Math.ceil((forecast.window.to - forecast.window.from) / MS_PER_DAY) + 10
  return hatchHill(forecast, from, days).map((share, i) => ({ day: addDays(first, i), share }))
}
