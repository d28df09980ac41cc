import { newId, type EditionDraft } from '@hatch-book/contract'
import { lostSchools, questionsOf, type ProtocolDocument, type ProtocolScope } from '@hatch-book/core'
import { inArray } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import type { EditionInForce, ProtocolShelf } from './store'

const { animal, protocolEdition } = tables

/** What is in force for other levels of a species than the one that is edited. */
export const othersOf = (shelf: ProtocolShelf, protocolId: string, scope: ProtocolScope, scopeOf: string) =>
  shelf.editions.filter(
    (e) =>
      e.protocolId === protocolId && !(e.scope === scope && e.scopeOf === scopeOf) && e.scope !== 'species',
  )

/**
 * What forms, lines and animals follow once the species' own schools are changed: whoever follows one that is taken away follows what is said
 * instead. @throws BookError where nothing is said of it, naming who follows what
 */
export async function moveFollowers(
  tx: Transaction,
  actor: Actor,
  shelf: ProtocolShelf,
  protocolId: string,
  after: ProtocolDocument,
  { instead, reason }: Pick<EditionDraft, 'instead' | 'reason'>,
): Promise<void> {
  const before = shelf.document(protocolId)
  const stays: { who: EditionInForce; school: string }[] = []
  for (const edition of othersOf(shelf, protocolId, 'species', '')) {
    const { scope, scopeOf, number, settings } = edition
    // What was lost before this edition is not its fault.
    const were = lostSchools(before, settings.schools)
    const lost = lostSchools(after, settings.schools).filter(
      ({ question }) => !were.some((w) => w.question === question),
    )
    const schools = { ...settings.schools }
    for (const { question, letter } of lost) {
      const move = instead.find((i) => i.question === question && i.letter === letter)
      if (move?.by) schools[question] = move.by
      else if (move) delete schools[question]
      else stays.push({ who: edition, school: nameOfSchool(before, question, letter) })
    }
    if (lost.length === 0 || stays.length > 0) continue
    if (lostSchools(after, schools).length > were.length)
      throw new BookError('invalid', 'That school does not exist. Choose another.', [
        { field: 'instead', says: 'choose another school' },
      ])
    await tx.insert(protocolEdition).values({
      ...{ bookId: actor.bookId, id: newId(), protocolId, scope, scopeOf, number: number + 1 },
      ...{ settings: { ...settings, schools }, document: null, reason },
      ...{ at: new Date(actor.now), memberId: actor.member.id },
    })
  }
  if (stays.length === 0) return
  const tags = await tagsOf(
    tx,
    stays.flatMap(({ who }) => (who.scope === 'animal' ? who.scopeOf : [])),
  )
  const followers = new Map<string, string[]>()
  for (const { who, school } of stays) {
    const name =
      who.scope === 'animal' ? (tags.get(who.scopeOf) ?? 'an animal') : `${who.scope} ${who.scopeOf}`
    followers.set(school, [...(followers.get(school) ?? []), name])
  }
  const inUse = [...followers].map(
    ([school, names]) => `‘${school}’ is still followed by ${new Intl.ListFormat('en-GB').format(names)}`,
  )
  throw new BookError('depended-on', `${inUse.join('. ')}. Choose a replacement first.`)
}

const nameOfSchool = (document: ProtocolDocument, question: string, letter: string) =>
  questionsOf(document)
    .find((q) => q.code === question)
    ?.schools.find((s) => s.letter === letter)?.name ?? letter

async function tagsOf(tx: Transaction, ids: readonly string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const rows = await tx
    .select({ id: animal.id, tag: animal.tag })
    .from(animal)
    .where(inArray(animal.id, [...ids]))
  return new Map(rows.map((r) => [r.id, r.tag]))
}
