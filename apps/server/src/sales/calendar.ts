import { addDays, laterDay } from '@hatch-book/core'
import ical, { ICalEventTransparency } from 'ical-generator'
import * as v from 'valibot'
import { judgeAnimals } from '../animals'
import type { Transaction } from '../db/connect'
import { loadClutches, studyClutches } from '../incubation'
import type { Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { OPEN_TO_ALL, withKey } from './shares'

const CalendarFile = v.object({
  file: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{40,90}\.ics$/, 'this is no such address')),
})

/** A calendar that a phone subscribes to: hatches as they are forecast, hand-overs that are promised, groups to be parted. */
export const calendarRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/calendar/:file',
    { ...OPEN_TO_ALL, schema: { params: CalendarFile } },
    async (request, reply) => {
      const text = await withKey(db, request.params.file.slice(0, -4), 'calendar', calendarOf)
      return reply
        .type('text/calendar; charset=utf-8')
        .header('cache-control', 'private, max-age=900')
        .send(text as never)
    },
  )
}

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
  const here = (await judgeAnimals(tx, actor)).filter(
    ({ row }) => row.presence === 'here' || row.presence === 'listed',
  )
  const handOvers = here
    .filter(({ row }) => row.reserved !== '')
    .map(({ row, record, leaving }): DayEvent => {
      const { reserved } = record.standing.young
      const ready = leaving.opens ? actor.today : (leaving.expected?.from ?? null)
      // One whose day is past is still to come: today, until somebody fetches it or it is freed.
      const day = laterDay(reserved!.until ?? ready ?? actor.today, actor.today)
      return {
        id: `hand-over-${row.id}@hatch-book`,
        ...{ from: day, to: day },
        summary: `${row.tag} goes to ${reserved!.name}`,
        description: leaving.opens
          ? 'All its gates hold.'
          : `Not yet: ${leaving.missing.map((m) => m.says).join(', ')}.`,
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
  return [...hatches, ...handOvers, ...papers].sort((a, b) => (a.from < b.from ? -1 : 1))
}
