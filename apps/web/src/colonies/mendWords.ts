import { newId, type FeederPlanView, type FeederPlanWhat, type PreySupply } from '@hatch-book/contract'
import { addDays, type Mend, type PreyPlan } from '@hatch-book/core'

type Draft = Omit<FeederPlanView, 'version'>
interface Names {
  today: string
  prey: PreySupply
  /** Sizes of the want that is mended, as told. */
  sizes: string[]
}

/** A way out as plans that the book keeps. */
export const draftsOf = (mend: Mend, names: Names): Draft[] => mend.plans.map((p) => draftOf(p, names))

function draftOf(plan: PreyPlan, { today, prey, sizes }: Names): Draft {
  const base = { id: newId(), protocolId: prey.protocolId }
  const on = (week: number) => addDays(today, week * 7)
  switch (plan.kind) {
    case 'buy':
      return {
        ...base,
        ...{ from: on(plan.fromWeek), until: addDays(on(plan.fromWeek + plan.amounts.length), -1) },
        what: { kind: 'buy', sizes, amounts: [...plan.amounts] },
      }
    case 'start': {
      const { females, males, bins, celsius } = plan
      return {
        ...base,
        from: on(plan.week),
        until: on(plan.week + 1),
        what: { kind: 'start', females, males, bins, celsius },
      }
    }
    case 'spare':
      return {
        ...base,
        ...{ from: today, until: addDays(on(plan.toWeek + 1), -1) },
        what: { kind: 'spare', colonyId: plan.sourceId, sizes },
      }
    case 'warm':
      return {
        ...{ ...base, from: today, until: on(1) },
        what: { kind: 'warm', colonyId: plan.sourceId, celsius: plan.celsius },
      }
  }
}

interface Say {
  day(day: string): string
  celsius(c: number): string
  colony(id: string): string
}
const whole = (n: number) => Math.round(n).toLocaleString('en')

/** A plan as one says it. */
export function sayPlan(
  what: FeederPlanWhat,
  from: string,
  until: string,
  { day, celsius, colony }: Say,
): string {
  switch (what.kind) {
    case 'buy': {
      const all = what.amounts.reduce((a, b) => a + b, 0)
      const each = what.amounts.filter((n) => n > 0)
      const span =
        each.length > 1 ? `, ${whole(Math.min(...each))} to ${whole(Math.max(...each))} a week` : ''
      return `buy ${whole(all)} of ${what.sizes.join(' or ')} from ${day(from)} to ${day(until)}${span}`
    }
    case 'start':
      return `set up ${what.bins === 1 ? 'a new bin' : `${what.bins} new bins`} by ${day(from)} with ${whole(what.females)} females${what.males > 0 ? ` and ${whole(what.males)} males` : ''} at ${celsius(what.celsius)}`
    case 'spare':
      return `take no ${what.sizes.join(' or ')} from ${colony(what.colonyId)} until ${day(until)}`
    case 'warm':
      return `keep ${colony(what.colonyId)} at ${celsius(what.celsius)}`
  }
}
