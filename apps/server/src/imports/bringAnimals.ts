import { newId } from '@hatch-book/contract'
import { foldStanding, type AnimalEntry } from '@hatch-book/core'
import { loadRecords, refuseTwoRoles } from '../animals'
import { insertMany, type Transaction } from '../db/connect'
import { takeFromLibrary } from '../protocols'
import type { Actor } from '../shell/actor'
import type { ReadAnimal } from './animalList'
import type { Made, Tell } from './progress'

const AT_ONCE = 5000

/** Writes the good rows of a list of animals: them, the tubs they name, and the entries that say what the list said. */
export async function bringAnimals(
  tx: Transaction,
  actor: Actor,
  animals: readonly ReadAnimal[],
  tell: Tell,
): Promise<Made> {
  const { bookId } = actor
  const ids = new Map(animals.map((a) => [a.tag.toLowerCase(), newId()]))
  const known = new Map(
    (await loadRecords(tx)).map((record) => [record.animal.tag.toLowerCase(), record.animal.id]),
  )
  const idOf = (tag: string) => ids.get(tag.toLowerCase()) ?? known.get(tag.toLowerCase())
  const taken = await takeFromLibrary(
    tx,
    actor,
    animals.flatMap((a) => a.library ?? []),
  )
  const unknown = animals.flatMap(({ place }) => (place && !place.id ? [place.name] : []))
  const tubs = [...new Map(unknown.map((name) => [name.toLowerCase(), name]))]
  const madeTubs = tubs.map(([word, name]) => ({ book_id: bookId, id: newId(), kind: 'tub', name, word }))
  await insertMany(
    tx,
    'place',
    madeTubs.map(({ word: _, ...tub }) => tub),
  )
  const madeIds = new Map(madeTubs.map((tub) => [tub.word, tub.id]))

  const at = new Date(actor.now).toISOString()
  const rows: Record<string, unknown>[] = []
  const entries: (Record<string, unknown> & AnimalEntry)[] = []
  const standings: Record<string, unknown>[] = []
  for (const animal of animals) {
    const id = ids.get(animal.tag.toLowerCase())!
    const say = (kind: AnimalEntry['kind'], payload: object) =>
      ({
        ...{ book_id: bookId, id: newId(), kind, subject_type: 'animal', subject_id: id, precision: 'day' },
        ...{ recorded_at: at, member_id: actor.member.id, device: 'list', payload, strikes: null },
        at,
      }) as never
    const said: (Record<string, unknown> & AnimalEntry)[] = [
      ...(animal.sex !== 'unknown'
        ? [say('sexed', { sex: animal.sex, certainty: 0.97, method: 'as listed' })]
        : []),
      ...animal.look.map((said) => say('trait', said)),
      ...(animal.place
        ? [say('moved', { placeId: animal.place.id ?? madeIds.get(animal.place.name.toLowerCase())! })]
        : []),
      ...(animal.grams ? [say('weighed', { grams: animal.grams, context: 'not said' })] : []),
    ]
    rows.push({
      ...{
        book_id: bookId,
        id,
        version: 1,
        tag: animal.tag,
        name: animal.name,
        protocol_id: animal.protocolId ?? taken.get(animal.library!),
      },
      ...{ form: animal.form, line: animal.lineName, hatch_fact: animal.hatchFact },
      ...{ hatched_from: animal.hatched?.from ?? null, hatched_to: animal.hatched?.to ?? null },
      dam_id: animal.dam ? (idOf(animal.dam) ?? null) : null,
      sire_id: animal.sire ? (idOf(animal.sire) ?? null) : null,
      ...{ clutch_id: null, purpose: animal.purpose, origin: animal.origin, note: animal.note },
      withdrawn: false,
    })
    entries.push(...said)
    standings.push({
      ...{ book_id: bookId, id },
      standing: foldStanding(said.map((e) => ({ ...e, at: actor.now }))),
    })
  }
  const total = rows.length + entries.length + standings.length
  let done = 0
  const write = async (table: string, all: readonly Record<string, unknown>[], size: number) => {
    for (let start = 0; start < all.length; start += size) {
      const part = all.slice(start, start + size)
      await insertMany(tx, table, part)
      await tell((done += part.length), total)
    }
  }
  // Parents first would need an order; checked at the end of the statement, the foreign keys of one insert need none.
  await write('animal', rows, rows.length)
  await refuseTwoRoles(tx, [...new Set(rows.flatMap((r) => [r.dam_id, r.sire_id] as (string | null)[]))])
  await write('entry', entries, AT_ONCE)
  await write('animal_standing', standings, AT_ONCE)
  return {
    animals: rows.map((r) => r.id as string),
    places: madeTubs.map((t) => t.id),
    entries: entries.map((e) => e.id as string),
  }
}
