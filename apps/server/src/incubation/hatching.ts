import { newId, type HatchDraft } from '@hatch-book/contract'
import { dayOfInstant, eggEnded } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { faultsOfNewTags } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { entryOf, writeEntries } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import type { ClutchRow, EggRow } from './view'

/** Eggs that hatched become animals, with their tags, tubs and weights. */
export async function hatch(
  tx: Transaction,
  actor: Actor,
  { clutch, eggs }: { clutch: ClutchRow; eggs: readonly EggRow[] },
  { at, young }: v.InferOutput<typeof HatchDraft>,
) {
  const [dam] = await tx.select().from(tables.animal).where(eq(tables.animal.id, clutch.damId))
  const fields = young.flatMap(({ eggId }, i) => {
    const egg = eggs.find((e) => e.id === eggId)
    if (!egg) return [{ field: `young.${i}.eggId`, says: 'this egg is not in the clutch' }]
    if (egg.fate === 'hatched')
      return [{ field: `young.${i}.eggId`, says: `egg ${egg.number} has hatched already` }]
    if (eggEnded(egg.fate))
      return [{ field: `young.${i}.eggId`, says: `egg ${egg.number} is marked ${egg.fate}` }]
    if (young.some((y, j) => j < i && y.eggId === eggId))
      return [{ field: `young.${i}.eggId`, says: `egg ${egg.number} comes up twice` }]
    return []
  })
  const ofTags = await faultsOfNewTags(
    tx,
    young.map((y) => y.tag),
  )
  fields.push(...ofTags.map(({ at: i, says }) => ({ field: `young.${i}.tag`, says })))
  if (Date.parse(at) < clutch.laidFrom.getTime())
    fields.push({ field: 'at', says: 'before the eggs were laid' })
  if (fields.length > 0) throw new BookError('invalid', fields.map((f) => f.says).join('; '), fields)
  const day = dayOfInstant(Date.parse(at), actor.book.zone)
  await tx.insert(tables.animal).values(
    young.map(({ animalId, eggId, tag }) => ({
      ...{
        bookId: actor.bookId,
        id: animalId,
        eggId,
        tag,
        protocolId: dam!.protocolId,
        form: dam!.form,
        line: dam!.line,
      },
      ...{
        hatchFact: { date: day, precision: 'day' as const, widthDays: 0 },
        hatchedFrom: day,
        hatchedTo: day,
      },
      ...{
        damId: clutch.damId,
        sireId: clutch.sireId,
        clutchId: clutch.id,
        purpose: 'growing on' as const,
        origin: `hatched here, clutch ${clutch.name}`,
      },
    })),
  )
  await writeEntries(
    tx,
    actor,
    young.flatMap(({ eggId, entryId, animalId, placeId, grams }) => [
      entryOf(entryId, 'egg fate', { type: 'clutch', id: clutch.id }, at, {
        eggId,
        fate: 'hatched',
        animalId,
      }),
      ...(placeId ? [entryOf(newId(), 'moved', { type: 'animal', id: animalId }, at, { placeId })] : []),
      ...(grams
        ? [
            entryOf(newId(), 'weighed', { type: 'animal', id: animalId }, at, {
              grams,
              context: 'empty' as const,
            }),
          ]
        : []),
    ]),
  )
  return { animals: young.map(({ animalId, tag }) => ({ id: animalId, tag })) }
}
