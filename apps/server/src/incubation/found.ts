import { newId, type ClutchDraft, type EntryDraft } from '@hatch-book/contract'
import { dayOfInstant, estimateEggs, type CountedEggs } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import type * as v from 'valibot'
import { faultsOfNewTags, judgeOne } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { entryOf, writeEntries } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'

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
  await born(tx, actor, draft, dam, pairing?.maleId ?? null)
  await writeEntries(tx, actor, entriesOf(draft))
}

function countedOf({ counted, litter }: Draft): CountedEggs | null {
  if (litter) {
    const all = litter.live.length + litter.stillborn + litter.unfertilised
    return { count: all, low: all, high: all, how: 'counted' }
  }
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

/** Young that were born are animals at once. */
async function born(
  tx: Transaction,
  actor: Actor,
  { id, foundAt, litter }: Draft,
  dam: Dam,
  sireId: string | null,
): Promise<void> {
  if (!litter || litter.live.length === 0) return
  const { animal } = tables
  const faults = await faultsOfNewTags(
    tx,
    litter.live.map((y) => y.tag),
  )
  const fields = faults.map(({ says }) => ({ field: 'litter', says }))
  if (fields.length > 0) throw new BookError('invalid', fields.map((f) => f.says).join('; '), fields)
  const day = dayOfInstant(Date.parse(foundAt), actor.book.zone)
  const [mother] = await tx.select().from(animal).where(eq(animal.id, dam.row.id))
  await tx.insert(animal).values(
    litter.live.map(({ animalId, tag }) => ({
      ...{
        bookId: actor.bookId,
        id: animalId,
        tag,
        protocolId: mother!.protocolId,
        form: mother!.form,
        line: mother!.line,
      },
      hatchFact: { date: day, precision: 'day' as const, widthDays: 0 },
      ...{ hatchedFrom: day, hatchedTo: day, damId: dam.row.id, sireId, clutchId: id },
      ...{ purpose: 'growing on' as const, origin: 'born here' },
    })),
  )
}

function entriesOf(draft: Draft): EntryDraft[] {
  const { foundAt, litter, eggs, counted, note } = draft
  const all = litter
    ? litter.live.length + litter.stillborn + litter.unfertilised
    : eggs.length || (countedOf(draft)?.count ?? 0)
  const told = litter
    ? [
        `${litter.live.length} alive`,
        ...(litter.stillborn ? [`${litter.stillborn} stillborn`] : []),
        ...(litter.unfertilised ? [`${litter.unfertilised} unfertilised`] : []),
      ].join(', ')
    : counted && counted.part !== counted.whole
      ? countedOf(draft)!.how
      : ''
  const said = [told, note].filter((part) => part !== '').join('. ')
  return [
    entryOf(draft.entryId, 'clutch found', { type: 'clutch', id: draft.id }, foundAt, {
      eggs: all,
      ...(said ? { note: said } : {}),
    }),
    ...(draft.damGrams
      ? [
          entryOf(newId(), 'weighed', { type: 'animal', id: draft.damId }, foundAt, {
            ...{ grams: draft.damGrams, context: 'empty' as const, note: 'after laying' },
          }),
        ]
      : []),
    ...(litter?.live ?? []).flatMap(({ animalId, placeId, grams }) => [
      ...(placeId ? [entryOf(newId(), 'moved', { type: 'animal', id: animalId }, foundAt, { placeId })] : []),
      ...(grams
        ? [
            entryOf(newId(), 'weighed', { type: 'animal', id: animalId }, foundAt, {
              ...{ grams, context: 'empty' as const },
            }),
          ]
        : []),
    ]),
  ]
}
