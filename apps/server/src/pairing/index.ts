import type { EntryDraft } from '@hatch-book/contract'
import { Id, PairingDraft, PairingList, PairingView, newId } from '@hatch-book/contract'
import { dayOfInstant, trialMustStop, watchPairing, type Day, type PairingEventKind } from '@hatch-book/core'
import { desc, eq } from 'drizzle-orm'
import * as v from 'valibot'
import { judgeAnimals, type JudgedAnimal } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { entryOf, guardEntries, readEntries, standingEntries, writeEntries } from '../entries'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'

type PairingRow = typeof tables.pairing.$inferSelect
const EVENTS: readonly string[] = ['introduced', 'courted', 'locked', 'separated', 'attacked', 'ignored']

// A lock or a parting without a meeting is a slip of the pen: refused where it is made.
for (const kind of ['locked', 'separated', 'courted', 'ignored', 'attacked'] as const)
  guardEntries(kind, async (tx, _actor, draft: EntryDraft) => {
    const log = (await standingEntries(tx, [draft.subject.id])).get(draft.subject.id)!
    const before = log.filter(
      (e) => e.id !== draft.id && e.at.getTime() <= Date.parse(draft.at) && EVENTS.includes(e.kind),
    )
    const last = before.findLast((e) => e.kind === 'introduced' || e.kind === 'separated')
    if (last?.kind !== 'introduced')
      throw new BookError(
        'invalid',
        `They are not together: record the introduction first, then '${kind}'.`,
        [{ field: 'at', says: 'before any introduction' }],
      )
  })

/** Pairings as they are watched: what was seen, and what is next. */
export async function viewPairings(
  tx: Transaction,
  actor: Actor,
  pairings: readonly PairingRow[],
): Promise<PairingView[]> {
  const zone = actor.book.zone
  const ids = pairings.map((p) => p.id)
  const partnerIds = [...new Set(pairings.flatMap((p) => [p.femaleId, p.maleId]))]
  const judged = new Map(
    (partnerIds.length > 0 ? await judgeAnimals(tx, actor, partnerIds) : []).map((j) => [j.row.id, j]),
  )
  const logs = await standingEntries(tx, [...ids, ...partnerIds])
  const clutches = await tx.select().from(tables.clutch).where(eq(tables.clutch.withdrawn, false))
  const entries = ids.length > 0 ? await readEntries(tx, { subjectIds: ids, limit: 500 }) : []
  return pairings.flatMap((pairing) => {
    const female = judged.get(pairing.femaleId)
    const male = judged.get(pairing.maleId)
    if (!female || !male) return []
    const events = logs
      .get(pairing.id)!
      .filter((e) => EVENTS.includes(e.kind))
      .map((e) => ({
        kind: e.kind as PairingEventKind,
        on: dayOfInstant(e.at.getTime(), zone),
        at: e.at.getTime(),
      }))
    const sheds = logs.get(pairing.femaleId)!.filter((e) => e.kind === 'shed' && e.at.getTime() <= actor.now)
    const clutch = clutches.find((c) => c.pairingId === pairing.id)
    const watch = watchPairing(
      events,
      female.record.protocol,
      actor.today,
      sheds.length > 0 ? dayOfInstant(sheds.at(-1)!.at.getTime(), zone) : null,
      clutch ? dayOfInstant(clutch.foundAt.getTime(), zone) : null,
    )
    const startedAt = events[0]?.at ?? null
    return [
      {
        id: pairing.id,
        female: partnerOf(female),
        male: partnerOf(male),
        species: female.row.species,
        line: female.row.line,
        startedOn: startedAt === null ? null : dayOfInstant(startedAt, zone),
        ...watch,
        mustStop:
          watch.state === 'laid' || startedAt === null
            ? null
            : stopReason(female, logs.get(pairing.femaleId)!, startedAt, actor.today),
        clutchId: clutch?.id ?? null,
        caution: female.record.protocol.pairing.caution,
        entries: entries.filter((e) => e.subject.id === pairing.id),
      },
    ]
  })
}

const partnerOf = ({ row }: JudgedAnimal) => ({
  id: row.id,
  tag: row.tag,
  verdict: row.verdict,
  place: row.place?.name ?? null,
})

/** The stop rule of a trial watches the female's log from the first introduction. */
function stopReason(
  female: JudgedAnimal,
  log: { kind: string; at: Date; payload: Record<string, unknown> }[],
  startedAt: number,
  _today: Day,
): string | null {
  if (female.row.verdict === 'ready') return null
  const weights = log.filter((e) => e.kind === 'weighed' && e.payload.context !== 'gravid')
  const before = weights.findLast((e) => e.at.getTime() <= startedAt)
  const now = weights.at(-1)
  const meals = log.filter((e) => e.kind === 'meal' && e.at.getTime() >= startedAt)
  const taken = meals.findLastIndex((e) => e.payload.outcome === 'taken')
  return trialMustStop(female.record.protocol, {
    gramsAtStart: before ? Number(before.payload.grams) : null,
    gramsNow: now && now !== before ? Number(now.payload.grams) : null,
    refusalsInARow: meals.length - 1 - taken,
  })
}

function refuseUnfit(female: JudgedAnimal | undefined, male: JudgedAnimal | undefined): void {
  const fields: { field: string; says: string }[] = []
  if (!female) fields.push({ field: 'femaleId', says: 'this female is not in the book' })
  if (!male) fields.push({ field: 'maleId', says: 'this male is not in the book' })
  if (female && female.row.sex !== 'female')
    fields.push({
      field: 'femaleId',
      says: `${female.row.tag} is ${female.row.sex === 'male' ? 'male' : 'not sexed'}`,
    })
  if (male && male.row.sex !== 'male')
    fields.push({
      field: 'maleId',
      says: `${male.row.tag} is ${male.row.sex === 'female' ? 'female' : 'not sexed'}`,
    })
  if (female && male && female.row.species !== male.row.species)
    fields.push({ field: 'maleId', says: `a ${male.row.species} and a ${female.row.species} do not pair` })
  for (const [field, animal] of [
    ['femaleId', female],
    ['maleId', male],
  ] as const)
    if (animal && animal.row.presence !== 'here' && animal.row.presence !== 'listed')
      fields.push({ field, says: `${animal.row.tag} is not here any more: ${animal.row.presence}` })
    else if (
      animal?.row.verdict === 'not this season' ||
      (animal && animal.row.verdict === null && animal.readiness.verdict === 'not this season')
    )
      fields.push({
        field,
        says: `${animal.row.tag} is not for this season: ${animal.readiness.reasons[0]!.says} (${animal.readiness.reasons[0]!.note || animal.readiness.reasons[0]!.change}). Overrule it first if you know better.`,
      })
  if (fields.length > 0) throw new BookError('invalid', fields.map((f) => f.says).join(' '), fields)
}

export const pairingRoutes: BookRoutes = (app, { db }) => {
  const { pairing } = tables
  app.get(
    '/api/pairings',
    { config: { permission: 'read the book' }, schema: { response: { 200: PairingList } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => ({
        pairings: await viewPairings(
          tx,
          actor,
          await tx.select().from(pairing).orderBy(desc(pairing.plannedAt)),
        ),
      }))
    },
  )

  app.get(
    '/api/pairings/:id',
    {
      config: { permission: 'read the book' },
      schema: { params: v.object({ id: Id }), response: { 200: PairingView } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        const [view] = await viewPairings(
          tx,
          actor,
          await tx.select().from(pairing).where(eq(pairing.id, request.params.id)),
        )
        if (!view) throw new BookError('not-found', 'This pairing is not in the book.')
        return view
      })
    },
  )

  app.post(
    '/api/pairings',
    {
      config: { permission: 'decide and plan' },
      schema: { body: PairingDraft, response: { 200: PairingView } },
    },
    (request) => {
      const actor = actorOf(request)
      const { id, femaleId, maleId, from } = request.body
      return inBook(db, actor.bookId, async (tx) => {
        const judged = await judgeAnimals(tx, actor, [femaleId, maleId])
        refuseUnfit(
          judged.find((j) => j.row.id === femaleId),
          judged.find((j) => j.row.id === maleId),
        )
        await tx
          .insert(pairing)
          .values({ bookId: actor.bookId, id, femaleId, maleId, plannedAt: new Date(from ?? actor.now) })
        if (from)
          await writeEntries(tx, actor, [entryOf(newId(), 'introduced', { type: 'pairing', id }, from, {})])
        await announce(tx, actor.bookId)
        return (await viewPairings(tx, actor, await tx.select().from(pairing).where(eq(pairing.id, id))))[0]!
      })
    },
  )
}
