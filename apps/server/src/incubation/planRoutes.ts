import { incubationApi } from '@hatch-book/contract'
import {
  sayIn,
  addDays,
  betaPriorOf,
  clutchRates,
  dayOfInstant,
  hatchRate,
  instantOfDay,
  planHatching,
  changedPlan,
  setAgainst,
  whatIf,
  MS_PER_DAY,
  type EggFate,
  type HatchInputs,
  type SetPoint,
} from '@hatch-book/core'
import { inArray } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { anyOf, loadShelf } from '../protocols'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { calibrationOf } from './calibration'
import { readFinding } from './finding'
import { countsOf, readLearned } from './learned'
import { studyOne } from './clutches'
import { sexForecast, studyClutches, type Incubated } from './view'
/** Eggs are not brought nearer than this to their warning lines by a plan, °C. */
const SAFE_MARGIN_C = 0.5

const malesOf = (incubated: Incubated, inputs: HatchInputs): number | null =>
  sexForecast(incubated, inputs)?.maleShare ?? null

const against = ({ rules }: Incubated, { celsius, night }: SetPoint, actor: Actor): string[] =>
  setAgainst(rules, [celsius, ...(night ? [night.celsius] : [])], sayIn(actor.book).celsiusBrief)

/** What would happen, what happened against what was said, and how the methods do. */
export const hatchPlanRoutes: BookRoutes = (app, { db }) => {
  serve(app, incubationApi.whatIf, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { incubated } = await studyOne(tx, actor, request.params.id)
      if (!incubated) throw new BookError('invalid', 'Nothing of this clutch lies in an incubator.')
      const { from, celsius, night } = request.body
      const change = { from: Math.max(actor.now, Date.parse(from)), celsius, night: night ?? undefined }
      const after = whatIf(incubated.inputs, change)
      const day = (at: number) => dayOfInstant(at, actor.book.zone)
      return {
        windowDays: after && { from: day(after.window.from), to: day(after.window.to) },
        likelyDay: after && day(after.likely),
        shiftDays:
          after && incubated.forecast ? (after.likely - incubated.forecast.likely) / MS_PER_DAY : null,
        maleShare: malesOf(incubated, {
          ...incubated.inputs,
          setPoint: changedPlan(incubated.inputs.setPoint, change),
        }),
        against: against(incubated, change, actor),
      }
    })
  })

  serve(app, incubationApi.planHatch, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const { clutchIds, wish } = request.body
      const rows = await tx.select().from(tables.clutch).where(inArray(tables.clutch.id, clutchIds))
      const studies = (await studyClutches(tx, actor, rows)).flatMap((s) =>
        s.incubated?.forecast && s.view.waiting > 0 ? [{ ...s, incubated: s.incubated }] : [],
      )
      if (studies.length < 2) throw new BookError('invalid', 'Choose two clutches at least that still wait.')
      const from = instantOfDay(addDays(actor.today, 1), actor.book.zone, 9)
      const plan = planHatching(
        studies.map(({ clutch, incubated: { inputs, rules } }) => ({
          id: clutch.id,
          inputs,
          limits: { low: rules.warnC.low + SAFE_MARGIN_C, high: rules.warnC.high - SAFE_MARGIN_C },
        })),
        wish,
        from,
      )
      const incubators = (await tx.select().from(tables.place)).filter(
        (p) => p.kind === 'incubator' && p.setPointC !== null,
      )
      const day = (at: number) => dayOfInstant(at, actor.book.zone)
      return {
        from: day(from),
        spanDays: plan.spanDays,
        clutches: plan.clutches.map(({ id, before, after, celsius, earliest, latest }) => {
          const { incubated, view } = studies.find((s) => s.clutch.id === id)!
          const near = (p: (typeof incubators)[number]) => Math.abs(p.setPointC! - (celsius ?? 0))
          const nearest = celsius === null ? undefined : [...incubators].sort((a, b) => near(a) - near(b))[0]
          const males = malesOf(incubated, incubated.inputs)
          const changed =
            celsius === null
              ? males
              : malesOf(incubated, {
                  ...incubated.inputs,
                  setPoint: changedPlan(incubated.inputs.setPoint, { from, celsius }),
                })
          return {
            ...{ id, name: view.name, celsius },
            ...{ before: day(before), after: day(after), earliest: day(earliest), latest: day(latest) },
            met: !plan.unmet.includes(id),
            incubator: nearest ? { id: nearest.id, name: nearest.name, setPointC: nearest.setPointC! } : null,
            males: males === null || changed === null ? null : { before: males, after: changed },
          }
        }),
      }
    })
  })

  serve(app, incubationApi.finding, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => ({ females: await readFinding(tx, actor) }))
  })

  serve(app, incubationApi.forecasts, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => calibrationOf(tx, actor))
  })

  serve(app, incubationApi.methods, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const shelf = await loadShelf(tx)
      const species = shelf.rows.flatMap((row) => {
        if (shelf.document(row.id).keptAs === 'colonies') return []
        const protocol = shelf.usable(anyOf(row.id))
        return protocol?.incubation ? [{ id: row.id, protocol, rules: protocol.incubation }] : []
      })
      const learned = await readLearned(
        tx,
        species.map((s) => s.id),
      )
      return {
        methods: species.flatMap(({ id, protocol, rules }) => {
          const own = learned.filter((l) => l.protocolId === id)
          const prior = betaPriorOf(own.map((l) => countsOf(l.eggs)))
          return rules.methods.map((method) => {
            const with_ = own.filter((l) => l.clutch.method === method.name)
            const fates = with_.flatMap((l) => l.eggs.map((e): EggFate => e.fate))
            const rates = clutchRates(fates)
            const counts = countsOf(with_.flatMap((l) => l.eggs))
            const records = with_.flatMap((l) => l.record ?? [])
            const mean = (of: (r: (typeof records)[number]) => number) =>
              records.length > 0 ? records.reduce((sum, r) => sum + of(r), 0) / records.length : null
            return {
              ...{ species: protocol.species, code: protocol.code, name: method.name },
              ...{ argument: method.argument, waterPerMedium: method.waterPerMedium },
              ...{ clutches: with_.length, eggs: fates.length },
              fertility: rates.fertility,
              hatch: rates.hatch,
              expected: hatchRate(counts, prior).expected,
              meanDays: mean((r) => r.days),
              meanC: mean((r) => rules.thresholdC + r.degreeDays / r.days),
            }
          })
        }),
      }
    })
  })
}
