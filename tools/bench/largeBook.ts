import { newId } from '../../packages/contract/src'
import {
  compileProtocol,
  cornSnake,
  dayFromNumber,
  dayNumber,
  foldStanding,
  gompertzWeight,
  westernHognose,
  type AnimalEntry,
  type ProtocolDocument,
} from '../../packages/core/src'
import { chance } from '../../demo/src/random'
import { createBook } from '../../apps/server/src/books'
import { startingSpecies } from '../../apps/server/src/protocols'
import { inBook, insertMany, type Database } from '../../apps/server/src/db/connect'

export const LARGE_DAY = '2027-05-27'
export const LARGE_SIGN_IN = { email: 'owner@large.example', password: 'a long password' }
const SPECIES = [cornSnake, westernHognose]

export interface LargeBook {
  animals: number
  weightsEach: number
  /** Addresses have to differ where several such books are in one database. */
  email?: string
  /** What they are, by turns; a corn snake and a hognose where nobody says. */
  species?: readonly ProtocolDocument[]
}

/** From this age on all breed where nobody says of what species they are: many of them are light. */
const EARLY_DAYS = 500

/** Fills a book with grown and growing animals of some species and twenty lines, each with its tub, sex, weights and meals. */
export async function fillLargeBook(
  db: Database,
  { animals, weightsEach, email, species }: LargeBook,
): Promise<string> {
  const kept = species?.map((document) => compileProtocol(document)!) ?? SPECIES
  const bookId = newId()
  const luck = chance(11)
  // Whoever is put to breeding too young is light, and light animals cost the fit of their growth: species are compared at their own ages.
  const breedsFrom = (protocol: (typeof kept)[number]) =>
    species ? protocol.readiness.female.ageDays.wanted : EARLY_DAYS
  const protocolIds = new Map<string, string>()
  const named = (code: string) => protocolIds.set(code, newId()).get(code)!
  const today = dayNumber(LARGE_DAY)
  await inBook(db, bookId, async (tx) => {
    const memberId = await createBook(tx, {
      bookId,
      name: 'Large',
      zone: 'UTC',
      owner: { name: 'Owner', ...LARGE_SIGN_IN, ...(email && { email }) },
      demo: { day: LARGE_DAY, seed: 1 },
      species: species
        ? species.map((document) => ({ id: named(document.code), document }))
        : startingSpecies(named),
    })
    const tubs = Array.from({ length: animals }, (_, i) => ({
      book_id: bookId,
      id: newId(),
      kind: 'tub',
      name: `T${i}`,
    }))
    await insertMany(tx, 'place', tubs)
    const rows: Record<string, unknown>[] = []
    const standings: Record<string, unknown>[] = []
    let entries: Record<string, unknown>[] = []
    for (let i = 0; i < animals; i++) {
      const protocol = kept[i % kept.length]!
      const sex = i % 3 === 0 ? 'male' : 'female'
      const id = newId()
      const age = luck.whole(120, 2400)
      const hatched = dayFromNumber(today - age)
      const stretch = Math.exp(luck.normal(0, 0.12))
      const log: AnimalEntry[] = []
      const say = (kind: AnimalEntry['kind'], daysAgo: number, payload: object) =>
        log.push({ id: newId(), kind, at: (today - daysAgo) * 86_400_000, payload } as AnimalEntry)
      say('sexed', age - 10, { sex, certainty: 0.98, method: 'probed' })
      say('moved', age - 10, { placeId: tubs[i]!.id })
      for (let w = 0; w < weightsEach; w++) {
        const daysAgo = Math.round(((weightsEach - 1 - w) * (age - 5)) / weightsEach) + 3
        const grams = stretch * gompertzWeight(protocol.growth[sex], age - daysAgo) * luck.normal(1, 0.02)
        say('weighed', daysAgo, { grams: Math.round(grams * 10) / 10 + 0.1, context: 'empty', condition: 3 })
      }
      for (let m = 0; m < 5; m++)
        say('meal', 3 + (i % 11) + 8 * m, {
          outcome: luck.happens(0.93) ? 'taken' : 'refused',
          prey: 'mouse',
        })
      rows.push({
        ...{ book_id: bookId, id, version: 1, tag: `A${i}`, protocol_id: protocolIds.get(protocol.code) },
        ...{ line: `Line ${i % 20}`, hatch_fact: { date: hatched, precision: 'day', widthDays: 0 } },
        ...{
          hatched_from: hatched,
          hatched_to: hatched,
          purpose: age > breedsFrom(protocol) ? 'breeder' : 'growing on',
        },
        ...{ origin: '', note: '', name: '', form: '', withdrawn: false },
      })
      standings.push({ book_id: bookId, id, standing: foldStanding(log) })
      for (const e of log)
        entries.push({
          ...{ book_id: bookId, id: e.id, kind: e.kind, subject_type: 'animal', subject_id: id },
          ...{
            at: new Date(e.at).toISOString(),
            precision: 'minute',
            recorded_at: new Date(e.at).toISOString(),
          },
          ...{ member_id: memberId, device: '', payload: e.payload, strikes: null },
        })
      if (entries.length > 40_000 || i === animals - 1) {
        await insertMany(tx, 'animal', rows.splice(0))
        await insertMany(tx, 'animal_standing', standings.splice(0))
        await insertMany(tx, 'entry', entries)
        entries = []
      }
    }
  })
  return bookId
}
