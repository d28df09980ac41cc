import type { SexReadings, SexingList } from '@hatch-book/contract'
import { rearingApi, newId } from '@hatch-book/contract'
import { sayIn, dayOfInstant, methodUnfit, sexProbability, ofKinds, livesHere } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeAnimals, judgeOne } from '../animals'
import { inBook, type Transaction } from '../db/connect'
import { entryOf, guardEntries, standsSql, writeEntries, type StoredEntry, isOfKind } from '../log'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'

/** Who was shown the readings of which animals, and when first. */
async function shownTo(
  tx: Transaction,
  animalIds: readonly string[],
): Promise<{ animal_id: string; member_id: string; at: Date }[]> {
  const { rows } = await tx.execute<{ animal_id: string; member_id: string; at: Date }>(sql`
    select e.subject_id as animal_id, e.member_id, min(e.recorded_at) as at from entry e
    where ${isOfKind('readings shown')} and e.subject_id = any(${sql.param(animalIds)}::uuid[]) group by 1, 2`)
  return rows
}

/** A reading is blind or it is not taken: whoever was shown earlier ones may say what they know, but not read again. */
guardEntries('sex read', async (tx, actor, draft) => {
  const seen = await shownTo(tx, [draft.subject.id])
  if (seen.some((s) => s.member_id === actor.member.id))
    throw new BookError(
      'invalid',
      'You were shown the earlier readings: somebody else reads it, or say its sex outright.',
    )
  const { record } = await judgeOne(tx, actor, draft.subject.id)
  const { method, right } = draft.payload
  const known = record.protocol.rearing.methods.find((m) => m.name === method)
  if (known && Math.abs(known.right - right) > 1e-9)
    throw new BookError('invalid', `By its protocol ${method} is right ${known.right} of the time.`, [
      { field: 'right', says: `${known.right} by the protocol` },
    ])
})

export const sexingRoutes: BookRoutes = (app, { db }) => {
  serve(app, rearingApi.sexing, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => sexingList(tx, actor))
  })
  /** Shows what was read so far, and writes down that it was shown. */
  serve(app, rearingApi.showReadings, (request) => {
    const actor = actorOf(request)
    const { id } = request.params
    return inBook(db, actor.bookId, async (tx) => {
      const shown = await shownTo(tx, [id])
      if (!shown.some((s) => s.member_id === actor.member.id))
        await writeEntries(tx, actor, [
          entryOf(newId(), 'readings shown', { type: 'animal', id }, new Date(actor.now).toISOString(), {}),
        ])
      return readingsOf(tx, actor, id)
    })
  })
}

async function sexingList(tx: Transaction, actor: Actor): Promise<v.InferOutput<typeof SexingList>> {
  const judged = (await judgeAnimals(tx, actor)).filter(
    ({ row, record }) =>
      livesHere(row.presence) &&
      record.protocol.rearing.methods.length > 0 &&
      !record.standing.young.sexSaid &&
      row.sexCertainty < record.protocol.readiness.sexCertainty,
  )
  const seen = await shownTo(
    tx,
    judged.map((j) => j.row.id),
  )
  const barred = new Set(seen.filter((s) => s.member_id === actor.member.id).map((s) => s.animal_id))
  return {
    animals: judged
      .map(({ row, record }) => {
        const { rearing } = record.protocol
        const ageDays = row.ageDays?.least ?? null
        return {
          animal: { id: row.id, tag: row.tag },
          ...{ species: row.species, stage: row.stage, place: row.place, ageDays, grams: row.grams },
          readings: record.standing.young.readings.length,
          wanted: rearing.readings,
          barred: barred.has(row.id) ? 'you were shown the earlier readings' : '',
          methods: rearing.methods.map((method) => ({
            ...{ name: method.name, right: method.right },
            notYet: methodUnfit(method, { ageDays, grams: row.grams }, sayIn(actor.book)),
          })),
        }
      })
      // Those that a method tells of already come first, the least read before the others.
      .sort(
        (a, b) =>
          Number(a.methods.every((m) => m.notYet !== '')) - Number(b.methods.every((m) => m.notYet !== '')) ||
          a.readings - b.readings ||
          (a.animal.tag < b.animal.tag ? -1 : 1),
      ),
  }
}

type ReadRow = StoredEntry<'sex read' | 'sexed'> & { recorded_at: Date; member_id: string; by: string }

async function readingsOf(tx: Transaction, actor: Actor, id: string): Promise<SexReadings> {
  const { record } = await judgeOne(tx, actor, id)
  const { rows } = await tx.execute<ReadRow>(sql`
    select e.id, e.kind, e.subject_id, e.at, e.recorded_at, e.member_id, m.name as by, e.payload from entry e join member m on m.id = e.member_id
    where e.subject_id = ${id} and ${isOfKind('sex read', 'sexed')} and ${standsSql} order by e.at, e.id`)
  const shown = await shownTo(tx, [id])
  const readings = ofKinds(rows, 'sex read').map((r, i) => {
    const before = shown.find(
      (s) => s.member_id === r.member_id && new Date(s.at).getTime() < new Date(r.recorded_at).getTime(),
    )
    return {
      ...{ sex: r.payload.sex, method: r.payload.method, right: r.payload.right, by: r.by },
      at: new Date(r.at).toISOString(),
      blind: !before,
      proof: before
        ? `${r.by} had been shown the earlier ones`
        : i === 0
          ? 'the first: there was nothing to see'
          : `the log shows no earlier reading to ${r.by} before this one`,
    }
  })
  const told = sexProbability(readings)
  return {
    readings,
    said: ofKinds(rows, 'sexed').map((r) => ({
      sex: r.payload.sex,
      method: r.payload.method,
      on: dayOfInstant(new Date(r.at).getTime(), actor.book.zone),
      by: r.by,
    })),
    ...{ female: told.female, sex: told.sex, certainty: told.certainty },
    ...{ counted: told.counted, agree: told.agree },
    sureFrom: record.protocol.readiness.sexCertainty,
  }
}
