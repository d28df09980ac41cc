import { newId, type ClutchDraft, type EntryDraft } from '@hatch-book/contract'
import {
  dayOfInstant,
  estimateEggs,
  litterInWords,
  type CountedEggs,
  type LitterCount,
} from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeOne } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { entryOf, writeEntries } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { addYoung, bornInAll, entriesOfYoung } from './litters'

type Draft = v.InferOutput<typeof ClutchDraft>
type Dam = Awaited<ReturnType<typeof judgeOne>>

const A_DAY = 86_400_000
const LETTERS = 'abcdefghijklmnopqrstuvwxyz'

/**
 * Writes down a clutch as it was found: eggs in a box, eggs counted or estimated, or young that were born.
 * @throws BookError naming the field that cannot be
 */
export async function setClutch(tx: Transaction, actor: Actor, draft: Draft): Promise<void> {
  const dam = await judgeOne(tx, actor, draft.damId)
  const pairing = await checked(tx, actor, draft, dam)
  const line = dam.record.protocol
  await tx.insert(tables.clutch).values({
    ...{ bookId: actor.bookId, id: draft.id, name: await nameOf(tx, actor, draft, dam) },
    ...{ pairingId: draft.pairingId, damId: draft.damId, sireId: pairing?.maleId ?? null },
    ...{ kind: draft.kind, counted: countedOf(draft), boxId: draft.boxId },
    method: draft.method || (line.incubation?.methods[0]?.name ?? ''),
    ...{
      foundAt: new Date(draft.foundAt),
      laidFrom: new Date(draft.laidFrom),
      laidTo: new Date(draft.laidTo),
    },
  })
  if (draft.eggs.length > 0)
    await tx.insert(tables.egg).values(
      draft.eggs.map((egg, i) => ({
        ...{ bookId: actor.bookId, id: egg.id, clutchId: draft.id, number: i + 1 },
        ...{ grams: egg.grams, setFate: egg.fate, fate: egg.fate, cell: egg.cell },
        fateAt: new Date(draft.foundAt),
      })),
    )
  const birth = {
    clutchId: draft.id,
    damId: draft.damId,
    sireId: pairing?.maleId ?? null,
    bornAt: draft.foundAt,
  }
  await addYoung(tx, actor, birth, draft.litter?.live ?? [])
  await writeEntries(tx, actor, entriesOf(draft))
}

const countOf = ({ live, stillborn, unfertilised }: NonNullable<Draft['litter']>): LitterCount => ({
  ...{ alive: live.length, stillborn, unfertilised },
})

function countedOf({ counted, litter }: Draft): CountedEggs | null {
  if (litter) return bornInAll(countOf(litter))
  return counted && estimateEggs(counted)
}

async function nameOf(tx: Transaction, actor: Actor, draft: Draft, dam: Dam): Promise<string> {
  const earlier = await tx
    .select({ name: tables.clutch.name })
    .from(tables.clutch)
    .where(eq(tables.clutch.damId, draft.damId))
  const year = dayOfInstant(Date.parse(draft.foundAt), actor.book.zone).slice(2, 4)
  const taken = new Set(earlier.map((c) => c.name))
  for (let n = earlier.length; ; n++) {
    const name = `${dam.row.tag}-${year}${LETTERS[n % LETTERS.length]}${n >= LETTERS.length ? Math.floor(n / LETTERS.length) : ''}`
    if (!taken.has(name)) return name
  }
}

async function checked(tx: Transaction, actor: Actor, draft: Draft, dam: Dam) {
  const refuse = (detail: string, field: string, says: string) =>
    new BookError('invalid', detail, [{ field, says }])
  if (dam.row.sex === 'male') throw refuse(`${dam.row.tag} is male.`, 'damId', `${dam.row.tag} is male`)
  if (Date.parse(draft.foundAt) > actor.now + A_DAY)
    throw refuse('These eggs would be found in the future.', 'foundAt', 'this day has not come yet')
  const [pairing] = draft.pairingId
    ? await tx.select().from(tables.pairing).where(eq(tables.pairing.id, draft.pairingId))
    : []
  if (draft.pairingId && pairing?.femaleId !== draft.damId)
    throw refuse(`${dam.row.tag} was not in that pairing.`, 'damId', 'not the female of this pairing')
  const { incubation, species } = dam.record.protocol
  if (draft.kind === 'litter') {
    if (incubation) throw refuse(`A ${species} lays eggs.`, 'kind', `a ${species} lays eggs`)
    return pairing
  }
  if (!incubation)
    throw refuse(`No eggs are set of a ${species}: its young are born.`, 'damId', 'bears live young')
  const [box] = draft.boxId
    ? await tx.select().from(tables.place).where(eq(tables.place.id, draft.boxId))
    : []
  if (box?.kind !== 'box') throw refuse('Eggs are set in a box.', 'boxId', 'choose a box in an incubator')
  if (draft.method && !incubation.methods.some((m) => m.name === draft.method))
    throw refuse(`The protocol knows no method '${draft.method}'.`, 'method', 'choose a method')
  const cells = draft.eggs.flatMap((e) => e.cell ?? [])
  const most = box.grid ? box.grid.rows * box.grid.columns : 400
  if (cells.some((c) => c >= most)) throw refuse(`${box.name} has ${most} places.`, 'eggs', 'beyond the box')
  if (new Set(cells).size < cells.length)
    throw refuse('Two eggs cannot lie in one place.', 'eggs', 'two eggs in one place')
  return pairing
}

function entriesOf(draft: Draft): EntryDraft[] {
  const { foundAt, litter, eggs, counted, note } = draft
  const all = eggs.length || (countedOf(draft)?.count ?? 0)
  const told = litter
    ? litterInWords(countOf(litter))
    : counted && counted.part !== counted.whole
      ? countedOf(draft)!.how
      : ''
  const said = [told, note].filter((part) => part !== '').join('. ')
  return [
    entryOf(draft.entryId, 'clutch found', { type: 'clutch', id: draft.id }, foundAt, {
      eggs: all,
      ...(litter ? { litter: countOf(litter) } : {}),
      ...(said ? { note: said } : {}),
    }),
    ...(draft.damGrams
      ? [
          entryOf(newId(), 'weighed', { type: 'animal', id: draft.damId }, foundAt, {
            ...{ grams: draft.damGrams, context: 'empty' as const, note: 'after laying' },
          }),
        ]
      : []),
    ...entriesOfYoung(litter?.live ?? [], foundAt),
  ]
}
