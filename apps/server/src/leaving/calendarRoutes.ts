import { leavingApi } from '@hatch-book/contract'
import {
  addDays,
  evenOut,
  isOfItsDay,
  kindsOf,
  laterDay,
  reasonInShort,
  sayIn,
  withRepeats,
  withDaysInWords,
  livesHere,
} from '@hatch-book/core'
import ical, { ICalEventTransparency } from 'ical-generator'
import { judgeAnimals } from '../animals'
import type { Transaction } from '../db/connect'
import { loadClutches, studyClutches } from '../incubation'
import { bookWork } from '../rounds'
import type { Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { withKey } from './shareRoutes'

/** A calendar that a phone subscribes to: hatches as they are forecast, hand-overs that are promised, papers that end, rounds to come. */
export const calendarRoutes: BookRoutes = (app, { db }) => {
  serve(app, leavingApi.calendar, async (request, reply) => {
    const text = await withKey(db, request.params.file.slice(0, -4), 'calendar', calendarOf)
    return reply
      .type('text/calendar; charset=utf-8')
      .header('cache-control', 'private, max-age=900')
      .send(text as never)
  })
}

const ROUND_DAYS = 14
const WORK_DAYS = 60
const LISTED = 40
/** Hatches and hand-overs have events of their own. */
const TOLD_APART: ReadonlySet<string> = new Set(['hatch', 'hand over'])

interface DayEvent {
  id: string
  from: string
  to: string
  summary: string
  description: string
}

async function calendarOf(tx: Transaction, actor: Actor): Promise<string> {
  const calendar = ical({
    name: actor.book.name,
    prodId: { company: 'Hatch Book', product: 'Calendar', language: 'EN' },
    ttl: 3 * 3600,
  })
  for (const { id, from, to, summary, description } of await eventsOf(tx, actor))
    calendar.createEvent({
      id,
      allDay: true,
      // Days without a zone; the end is the day after, as the format has it.
      start: new Date(`${from}T00:00:00Z`),
      end: new Date(`${addDays(to, 1)}T00:00:00Z`),
      timezone: 'UTC',
      stamp: new Date(actor.now),
      transparency: ICalEventTransparency.TRANSPARENT,
      ...{ summary, description },
    })
  return calendar.toString()
}

/** The rounds of the next two weeks, each day's as 'To come' has it, and work of one day for longer ahead. */
async function roundsOf(tx: Transaction, actor: Actor): Promise<DayEvent[]> {
  const { today } = actor
  const last = addDays(today, ROUND_DAYS - 1)
  const { items } = await bookWork(tx, actor, WORK_DAYS)
  const soon = items.filter((i) => i.earliest <= last).flatMap((i) => withRepeats(i, last, today))
  const rounds = evenOut(soon, today, last).days.filter((d) => d.items.length > 0)
  return [
    ...rounds.map(({ day, items: work }): DayEvent => ({
      id: `round-${day}@hatch-book`,
      ...{ from: day, to: day },
      summary: `Round: ${kindsOf(work)}`,
      description: [
        ...work.slice(0, LISTED).map((i) => `${i.subject.name}: ${i.says}`),
        ...(work.length > LISTED ? [`and ${work.length - LISTED} more`] : []),
      ].join('\n'),
    })),
    ...items
      .filter((i) => isOfItsDay(i) && !TOLD_APART.has(i.kind))
      .map((i): DayEvent => {
        const day = laterDay(i.due, today)
        return {
          id: `work-${i.id.replaceAll(/[^\w-]+/g, '-')}@hatch-book`,
          ...{ from: day, to: laterDay(day, i.latest) },
          summary: `${i.subject.name}: ${i.says}`,
          description: i.why,
        }
      }),
  ]
}

async function eventsOf(tx: Transaction, actor: Actor): Promise<DayEvent[]> {
  const hatches = (await studyClutches(tx, actor, await loadClutches(tx))).flatMap(({ view }): DayEvent[] =>
    view.forecast && view.waiting > 0
      ? [
          {
            id: `hatch-${view.id}@hatch-book`,
            from: view.forecast.windowDays.from,
            to: view.forecast.windowDays.to,
            summary: `${view.name} hatches`,
            description: `${view.waiting} waiting${view.incubator && view.box ? `, ${view.incubator.name} ${view.box.name}` : ''}. A forecast: nine in ten hatch within it.`,
          },
        ]
      : [],
  )
  const here = (await judgeAnimals(tx, actor)).filter(({ row }) => livesHere(row.presence))
  const handOvers = here
    .filter(({ row }) => row.reserved)
    .map(({ row, record, leaving }): DayEvent => {
      const { reserved } = record.standing.young
      const ready = leaving.granted ? actor.today : (leaving.expected?.from ?? null)
      // One whose day is past is still to come: today, until somebody fetches it or it is freed.
      const day = laterDay(reserved!.until ?? ready ?? actor.today, actor.today)
      return {
        id: `hand-over-${row.id}@hatch-book`,
        ...{ from: day, to: day },
        summary: `${row.tag} goes to ${reserved!.name}`,
        description: !leaving.granted
          ? `Not ready to leave. Still missing: ${leaving.missing.map((m) => withDaysInWords(reasonInShort(m, sayIn(actor.book)), actor.today)).join(', ')}.`
          : leaving.opens
            ? 'All its gates hold.'
            : 'Cleared to leave by a keeper.',
      }
    })
  const papers = here.flatMap(({ row, record }) =>
    record.standing.young.permits.flatMap((p): DayEvent[] =>
      p.until !== null
        ? [
            {
              id: `paper-${row.id}-${p.name.replaceAll(/\W+/g, '-')}@hatch-book`,
              ...{ from: p.until, to: p.until },
              summary: `${row.tag}: ${p.name} ends`,
              description: `Number ${p.number}. Your authority says what is needed.`,
            },
          ]
        : [],
    ),
  )
  return [...hatches, ...handOvers, ...papers, ...(await roundsOf(tx, actor))].sort((a, b) =>
    a.from < b.from ? -1 : 1,
  )
}
