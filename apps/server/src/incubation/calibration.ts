import type { CalibrationView, Lead } from '@hatch-book/contract'
import {
  MS_PER_DAY,
  MS_PER_HOUR,
  dayOfInstant,
  forecastHatch,
  incubationOf,
  wilsonInterval,
  type HatchInputs,
  mean,
} from '@hatch-book/core'
import { tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { constantFrom, readLearned } from './learned'
import { readStays, readTemperatures } from './temperatures'
import { FUTURE_SPREAD_C } from './view'

const LEADS: readonly Lead[] = ['when set', 'half way', 'a week before']

/**
 * Forecasts of clutches that have hatched, made again with what was known then: the readings up to that day, the set point ahead,
 * and a constant taught only by clutches that had ended. So each is held back from its own forecast.
 */
export async function calibrationOf(tx: Transaction, actor: Actor): Promise<CalibrationView> {
  const { zone } = actor.book
  const shelf = await loadShelf(tx)
  const learned = await readLearned(
    tx,
    shelf.rows.map((r) => r.id),
  )
  const hatched = learned.filter((l) => l.record !== null).sort((a, b) => b.endedAt - a.endedAt)
  if (hatched.length === 0) return { clutches: [], summary: [] }
  const dams = new Map((await tx.select().from(tables.animal)).map((a) => [a.id, a]))
  const rulesOf = (damId: string) => {
    const protocol = shelf.of(dams.get(damId)!)
    return { protocol, rules: incubationOf(protocol) }
  }
  const stays = await readStays(
    tx,
    hatched.map((l) => l.clutch),
  )
  const temperatures = await readTemperatures(
    tx,
    hatched.map((l) => {
      const { rules } = rulesOf(l.clutch.damId)
      return {
        ...{ clutch: l.clutch, from: l.clutch.laidFrom.getTime(), to: l.endedAt },
        ...{ gapHours: rules.gapHours, usualC: rules.setPointC },
      }
    }),
    stays,
  )
  const sums = new Map(
    LEADS.map((lead) => [lead, { held: 0, eggs: 0, clutches: 0, error: 0, size: 0, untaught: 0 }]),
  )
  const clutches = hatched.map(({ clutch, hatches, protocolId }) => {
    const { protocol, rules } = rulesOf(clutch.damId)
    const { line } = dams.get(clutch.damId)!
    const log = temperatures.get(clutch.id)!
    const middle = mean(hatches)
    const found = clutch.foundAt.getTime()
    const at: Record<Lead, number> = {
      'when set': found + MS_PER_HOUR,
      'half way': (found + middle) / 2,
      'a week before': middle - 7 * MS_PER_DAY,
    }
    const leads: CalibrationView['clutches'][number]['leads'] = {}
    for (const lead of LEADS) {
      const now = at[lead]
      if (now < found) continue
      const constant = constantFrom(learned, rules, { protocolId, line, method: clutch.method }, now)
      const inputs: HatchInputs = {
        curve: { ...rules.curve, degreeDays: constant.degreeDays },
        ...{ eggSpreadDays: constant.eggSpreadDays, clutchSpread: constant.clutchSpread },
        constantSpread: constant.spread,
        laid: { from: clutch.laidFrom.getTime(), to: clutch.laidTo.getTime() },
        readings: log.readings.filter((r) => r.at <= now),
        // Nobody knew then how the dial would be turned later.
        setPoint: log.setPoint.filter((s, i) => i === 0 || s.from <= now),
        ...{ gapHours: rules.gapHours, now, futureSpreadC: FUTURE_SPREAD_C },
      }
      const forecast = forecastHatch(inputs)
      const plain = forecastHatch({
        ...inputs,
        curve: rules.curve,
        ...{ eggSpreadDays: rules.eggSpreadDays, clutchSpread: rules.clutchSpread, constantSpread: 0 },
      })
      if (!forecast || !plain) continue
      const errorDays = (middle - forecast.likely) / MS_PER_DAY
      const held = hatches.filter((h) => h >= forecast.window.from && h <= forecast.window.to).length
      leads[lead] = {
        likelyDay: dayOfInstant(forecast.likely, zone),
        windowDays: {
          from: dayOfInstant(forecast.window.from, zone),
          to: dayOfInstant(forecast.window.to, zone),
        },
        ...{ errorDays, held },
      }
      const sum = sums.get(lead)!
      sum.held += held
      sum.eggs += hatches.length
      sum.clutches++
      sum.error += errorDays
      sum.size += Math.abs(errorDays)
      sum.untaught += Math.abs(middle - plain.likely) / MS_PER_DAY
    }
    return {
      ...{ id: clutch.id, name: clutch.name, species: protocol.species, line, method: clutch.method },
      ...{ meanOn: dayOfInstant(middle, zone), hatched: hatches.length, leads },
      taught: constantFrom(learned, rules, { protocolId, line, method: clutch.method }, found).clutches,
    }
  })
  return {
    clutches,
    summary: LEADS.flatMap((lead) => {
      const s = sums.get(lead)!
      const share = wilsonInterval(s.held, s.eggs)
      if (!share) return []
      return [
        {
          ...{ lead, clutches: s.clutches, eggs: s.eggs, held: s.held, low: share.low, high: share.high },
          meanErrorDays: s.error / s.clutches,
          sizeDays: s.size / s.clutches,
          untaughtSizeDays: s.untaught / s.clutches,
        },
      ]
    }),
  }
}
