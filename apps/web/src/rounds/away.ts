import { roundsApi, type ClutchView, type Round } from '@hatch-book/contract'
import {
  addDays,
  chanceWithin,
  daysBetween,
  expectedOf,
  isDay,
  planAbsence,
  toBring,
  type Absence,
  type AbsencePlan,
  type RestEdge,
  type WorkItem,
  counted,
} from '@hatch-book/core'
import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import { useAsk } from '../shell/api'
import { useClutches } from '../shell/queries'
import { useSession } from '../shell/session'
import { workAhead } from './roundStore'

/** Something that hatches or emerges while nobody is there. */
export interface Meanwhile {
  name: string
  says: string
  likely: string
  /** Chance that it falls into the absence. */
  chance: number
}

export interface Away {
  absence: Absence
  plan: AbsencePlan
  stations: Round['stations']
  meanwhile: Meanwhile[]
  /** What is better not begun before it, because it wants hands in the middle of it. */
  notBefore: WorkItem[]
  /** What the work before and during it takes. */
  layIn: { what: string; count: number }[]
  /** Work that goes on by itself until then and has no part in it. */
  routine: number
}

/** Work this long after the absence can still be put off until it is over, days. */
const AFTER_DAYS = 21
/** What is begun so shortly before it falls into it, days. */
const SHORTLY_DAYS = 14
const USUAL_START_DAYS = 9
const USUAL_LENGTH_DAYS = 20
/** Chances below this are not worth a word. */
const WORTH_TELLING = 0.02

/** The absence as its address has it; three weeks from next week on where it says nothing, or what cannot be meant any more. */
export function useAbsence() {
  const { today } = useSession()
  const [params, setParams] = useSearchParams()
  const { from, to } = absenceIn(params, today)
  const never = params.getAll('never').filter(isDay)
  const change = (next: { from: string; to: string; never: readonly string[] }) => {
    const own = new URLSearchParams({ from: next.from, to: next.to })
    for (const day of next.never) if (day >= next.from && day <= next.to) own.append('never', day)
    setParams(own, { replace: true })
  }
  return { from, to, never, today, query: params.toString(), change }
}

function absenceIn(params: URLSearchParams, today: string): { from: string; to: string } {
  const day = (name: string) => {
    const said = params.get(name)
    return said !== null && isDay(said) ? said : null
  }
  const usual = addDays(today, USUAL_START_DAYS)
  const [from, to] = [day('from'), day('to')]
  // Of days that are over nothing can be planned; what has begun goes on tomorrow.
  if (to !== null && to <= today) return { from: usual, to: addDays(usual, USUAL_LENGTH_DAYS) }
  const first = from === null ? usual : from <= today ? addDays(today, 1) : from
  const last = to ?? addDays(first, USUAL_LENGTH_DAYS)
  return { from: first, to: last < first ? first : last }
}

/** Everything an absence does to the book's work; undefined until it is worked out. */
export function useAway(): { away: Away | undefined; error: Error | null } {
  const { from, to, never, today } = useAbsence()
  const days = Math.max(0, daysBetween(today, to) + AFTER_DAYS)
  const { data: round, error } = useAsk(roundsApi.round, { query: { days: String(days) } })
  const { data: clutches } = useClutches()
  const nobody = never.join()
  const away = useMemo(
    () =>
      round && clutches
        ? studyAway(round, clutches, { from, to, today, never: nobody === '' ? [] : nobody.split(',') })
        : undefined,
    [round, clutches, from, to, today, nobody],
  )
  return { away, error }
}

/** Turns of a rest by which an animal is sent into the cold: not shortly before nobody is there. */
const INTO_THE_COLD: ReadonlySet<unknown> = new Set<RestEdge>(['last meal', 'step down', 'hold'])

export function studyAway(round: Round, clutches: readonly ClutchView[], absence: Absence): Away {
  const { from, to, today } = absence
  const items = workAhead(round)
  const plan = onceEach(planAbsence(items, absence))
  const done = [...plan.before.map((w) => w.item), ...plan.visits.flatMap((v) => v.items)]
  return {
    ...{ absence, plan, stations: round.stations },
    meanwhile: meanwhileOf(items, clutches, from, to),
    notBefore: items.filter(
      (i) =>
        (i.kind === 'introduce' || (i.kind === 'rest' && INTO_THE_COLD.has(i.carries?.turn))) &&
        i.due >= addDays(from, -SHORTLY_DAYS) &&
        i.due <= to &&
        i.due >= today,
    ),
    layIn: toBring(done),
    routine: items.filter((i) => i.due < from).length,
  }
}

/** Work that comes back within a visit's reach is done once on it. */
function onceEach(plan: AbsencePlan): AbsencePlan {
  return {
    ...plan,
    visits: plan.visits.map(({ day, items }) => ({
      day,
      items: [
        ...new Map(items.map((i) => [[i.subject.id, i.kind, i.carries?.task, i.at].join('|'), i])).values(),
      ],
    })),
  }
}

function meanwhileOf(
  items: readonly WorkItem[],
  clutches: readonly ClutchView[],
  from: string,
  to: string,
): Meanwhile[] {
  const hatches = clutches.flatMap((c): Meanwhile[] => {
    if (!c.forecast || c.waiting === 0) return []
    const { windowDays, likelyDay } = c.forecast
    return [
      {
        name: c.name,
        says: `${counted(c.waiting, 'egg')} of ${c.species}${c.incubator ? `, ${c.incubator.name} ${c.box?.name ?? ''}` : ''}`,
        likely: likelyDay,
        chance: chanceWithin(expectedOf({ ...windowDays, likely: likelyDay }), from, to),
      },
    ]
  })
  const moults = items.flatMap((i): Meanwhile[] =>
    i.kind === 'moult'
      ? [
          {
            ...{
              name: i.subject.name,
              says: `half of them are ${String(i.carries?.stage)}`,
              likely: i.due,
            },
            chance: chanceWithin(expectedOf({ from: i.earliest, to: i.latest, likely: i.due }), from, to),
          },
        ]
      : [],
  )
  return [...hatches, ...moults]
    .filter((m) => m.chance >= WORTH_TELLING)
    .sort((a, b) => (a.likely < b.likely ? -1 : 1))
}
