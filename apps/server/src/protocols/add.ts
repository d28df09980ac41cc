import { newId, type NewSpecies } from '@hatch-book/contract'
import {
  declarationOf,
  documentOfSpecies,
  figureFault,
  inLibrary,
  isOfLibrary,
  labelOfFigure,
  wayOfLife,
  type ProtocolDocument,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { refuseIncomplete } from './editions'
import { loadShelf, saidOf } from './store'

const MOST_LETTERS = 6

/** A short code for a species, of the first letters of its words, that none of these has: `DR`, then `DR2`. */
export function codeFor(species: string, taken: ReadonlySet<string>): string {
  const words = species
    .normalize('NFD')
    .replace(/[^A-Za-z0-9 -]/g, '')
    .toUpperCase()
    .split(/[ -]+/)
    .filter((word) => /^[A-Z]/.test(word))
  const initials = words
    .map((word) => word[0])
    .join('')
    .slice(0, MOST_LETTERS)
  const stem = initials.length > 1 ? initials : (words[0] ?? 'SPECIES').slice(0, 2).padEnd(2, 'X')
  if (!taken.has(stem)) return stem
  for (let n = 2; ; n++) if (!taken.has(`${stem}${n}`)) return `${stem}${n}`
}

/** Refuses figures that cannot be, all at once, each at its field. */
function refuseImpossible(figures: NewSpecies['figures']): void {
  const faults = Object.entries(figures).flatMap(([key, setting]) => {
    const declared = declarationOf(key)
    const says = declared
      ? figureFault({ label: labelOfFigure(key), unit: declared.unit }, setting, key)
      : 'there is no figure with this name'
    return says ? [{ field: `figures.${key}`, says }] : []
  })
  if (faults.length > 0) throw new BookError('invalid', faults.map((f) => f.says).join('. '), faults)
}

/** Refuses a name that another species of the book has: animals are told apart by it. */
export async function refuseTakenName(tx: Transaction, id: string, species: string): Promise<void> {
  const { protocol } = tables
  const [same] = await tx
    .select({ species: protocol.species })
    .from(protocol)
    .where(
      sql`lower(${protocol.species}) = lower(${species}) and ${protocol.state} <> 'removed' and ${protocol.id} <> ${id}`,
    )
  if (same)
    throw new BookError('already-there', `The ${same.species} is in this book already.`, [
      { field: 'species', says: 'this species is in the book already' },
    ])
}

/** What a species of the book says that another is like. */
async function ofTheBook(tx: Transaction, id: string, way: string): Promise<ProtocolDocument> {
  const shelf = await loadShelf(tx)
  const meant = shelf.meant(id)
  const document = meant && saidOf(shelf, meant.id)
  if (document?.wayOfLife !== way)
    throw new BookError('invalid', 'That species is not in this book, or has another way of life.', [
      { field: 'like', says: 'choose a species from this book' },
    ])
  return document
}

/** Takes a species into the book that it did not know. */
export async function addSpecies(tx: Transaction, actor: Actor, draft: NewSpecies): Promise<void> {
  const { protocol } = tables
  const way = wayOfLife(draft.wayOfLife)
  if (!way)
    throw new BookError('invalid', 'This way of life is not known.', [
      { field: 'wayOfLife', says: 'choose a way of life' },
    ])
  const likened = draft.library === null ? null : inLibrary(draft.library)
  if (likened === undefined || (likened && likened.way !== way.code))
    throw new BookError('invalid', 'The library has no species of that name with this way of life.', [
      { field: 'library', says: 'choose one from the library' },
    ])
  const known = await tx.select({ id: protocol.id, code: protocol.code }).from(protocol)
  if (known.some((p) => p.id === draft.id)) return
  await refuseTakenName(tx, draft.id, draft.species)
  refuseImpossible(draft.figures)
  const document = documentOfSpecies({
    code: codeFor(draft.species, new Set(known.map((p) => p.code))),
    ...{ species: draft.species, latin: draft.latin, way, entry: likened, says: draft.figures },
    like: draft.like === null ? null : await ofTheBook(tx, draft.like, way.code),
  })
  refuseIncomplete(document)
  await tx.insert(protocol).values({
    ...{ bookId: actor.bookId, id: draft.id, code: document.code, species: document.species },
    document,
  })
}

/**
 * Takes species of the library into the book with the figures they have there; one that is in it already stays as it is.
 * @param latins their Latin names in the library
 * @returns the protocols of all of them, by those names
 */
export async function takeFromLibrary(
  tx: Transaction,
  actor: Actor,
  latins: readonly string[],
  idOf: (latin: string) => string = () => newId(),
): Promise<Map<string, string>> {
  const shelf = await loadShelf(tx)
  const kept = shelf.rows.map(({ id }) => ({ ...shelf.document(id), id }))
  const taken = new Map<string, string>()
  for (const latin of new Set(latins)) {
    const entry = inLibrary(latin)
    if (!entry)
      throw new BookError('invalid', `The library has no species named ${latin}.`, [
        { field: 'species', says: `choose one from the library: it has no ${latin}` },
      ])
    const { name: species, way: wayOfLife } = entry
    const id = kept.find((of) => isOfLibrary(entry, of))?.id ?? idOf(latin)
    // Nothing is done where it is there already.
    await addSpecies(tx, actor, { id, species, latin, wayOfLife, library: latin, like: null, figures: {} })
    taken.set(latin, id)
  }
  return taken
}
