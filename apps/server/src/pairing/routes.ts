import type { EntryDraft } from '@hatch-book/contract'
import { pairingApi, newId } from '@hatch-book/contract'
import { PAIRING_EVENTS } from '@hatch-book/core'
import { and, desc, eq } from 'drizzle-orm'
import { judgeAnimals, type JudgedAnimal } from '../animals'
import { inBook, tables } from '../db/connect'
import { entryOf, guardEntries, standingEntries, writeEntries } from '../log'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { whatSpeaksAgainst } from './against'
import { loadPedigree, pedigreeFaults } from './kin'
import { isPairingEvent, viewPairings } from './view'

// A lock or a parting without a meeting is a slip of the pen: refused where it is made.
for (const kind of PAIRING_EVENTS.filter((k) => k !== 'introduced'))
  guardEntries(kind, async (tx, _actor, draft: EntryDraft) => {
    const log = (await standingEntries(tx, [draft.subject.id])).get(draft.subject.id)!
    const at = Date.parse(draft.at)
    // Of one minute what was written first came first: a card has 'introduced, locked, separated' without a clock.
    const before = log.filter(
      (e) => isPairingEvent(e.kind) && (e.at.getTime() < at || (e.at.getTime() === at && e.id < draft.id)),
    )
    const last = before.findLast((e) => e.kind === 'introduced' || e.kind === 'separated')
    if (last?.kind !== 'introduced')
      throw new BookError(
        'invalid',
        `They are not together: record the introduction first, then '${kind}'.`,
        [{ field: 'at', says: 'before any introduction' }],
      )
  })

// A plan is given up before they meet; afterwards what was seen is corrected or struck out.
guardEntries('withdrawn', async (tx, _actor, draft: EntryDraft) => {
  const log = (await standingEntries(tx, [draft.subject.id])).get(draft.subject.id)!
  const met = log.find((e) => e.kind === 'introduced')
  if (met)
    throw new BookError(
      'invalid',
      'They have already been together. If that was recorded by mistake, strike those entries out first.',
      [{ field: 'kind', says: 'they have already been together' }],
    )
  const clutches = await tx
    .select({ name: tables.clutch.name })
    .from(tables.clutch)
    .where(and(eq(tables.clutch.pairingId, draft.subject.id), eq(tables.clutch.withdrawn, false)))
  if (clutches.length > 0)
    throw new BookError(
      'invalid',
      `Clutch ${clutches[0]!.name} is recorded as theirs. Correct its parents first.`,
      [{ field: 'kind', says: `clutch ${clutches[0]!.name} is recorded as theirs` }],
    )
  if (log.some((e) => e.kind === 'withdrawn' && e.id !== draft.id))
    throw new BookError('invalid', 'This pairing is already withdrawn.')
})

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
    fields.push({
      field: 'maleId',
      says: `a ${male.row.species} and a ${female.row.species} cannot be paired`,
    })
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
  serve(app, pairingApi.list, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => ({
      pairings: await viewPairings(
        tx,
        actor,
        await tx.select().from(pairing).orderBy(desc(pairing.plannedAt)),
      ),
      faults: pedigreeFaults(await loadPedigree(tx)).map(({ ids, says }) => ({ ids: [...ids], says })),
    }))
  })

  serve(app, pairingApi.page, (request) => {
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
  })

  serve(app, pairingApi.add, (request) => {
    const actor = actorOf(request)
    const { id, femaleId, maleId, from, despite } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const judged = await judgeAnimals(tx, actor, [femaleId, maleId])
      const female = judged.find((j) => j.row.id === femaleId)
      const male = judged.find((j) => j.row.id === maleId)
      refuseUnfit(female, male)
      const pair = { femaleId, maleId, female: female!.row.tag, male: male!.row.tag }
      const { protocolId } = female!.record.animal
      const against = await whatSpeaksAgainst(tx, pair, protocolId, female!.record.protocol)
      if (against.length > 0 && despite === undefined)
        throw new BookError(
          'gate-closed',
          `${against.join('; ')}. Choose another partner, or pair them anyway and give a reason.`,
          against.map((says) => ({ field: 'despite', says })),
        )
      await tx
        .insert(pairing)
        .values({ bookId: actor.bookId, id, femaleId, maleId, plannedAt: new Date(from ?? actor.now) })
      if (against.length > 0)
        await writeEntries(tx, actor, [
          entryOf(
            newId(),
            'paired despite',
            { type: 'pairing', id },
            from ?? new Date(actor.now).toISOString(),
            {
              against,
              reason: despite!,
            },
          ),
        ])
      if (from)
        await writeEntries(tx, actor, [entryOf(newId(), 'introduced', { type: 'pairing', id }, from, {})])
      return (await viewPairings(tx, actor, await tx.select().from(pairing).where(eq(pairing.id, id))))[0]!
    })
  })
}
