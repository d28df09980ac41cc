import type { NewSpecies } from '@hatch-book/contract'
import {
  declarationOf,
  documentOfSpecies,
  figureFault,
  inLibrary,
  labelOfFigure,
  wayOfLife,
} from '@hatch-book/core'
import { tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { refuseIncomplete } from './editions'

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
      { field: 'library', says: 'choose a species of the library' },
    ])
  const known = await tx
    .select({ id: protocol.id, code: protocol.code, species: protocol.species })
    .from(protocol)
  if (known.some((p) => p.id === draft.id)) return
  const same = known.find((p) => p.species.toLowerCase() === draft.species.toLowerCase())
  if (same)
    throw new BookError('already-there', `The ${same.species} is in this book already.`, [
      { field: 'species', says: 'this species is in the book already' },
    ])
  refuseImpossible(draft.figures)
  const document = documentOfSpecies({
    code: codeFor(draft.species, new Set(known.map((p) => p.code))),
    ...{ species: draft.species, latin: draft.latin, way, entry: likened, says: draft.figures },
  })
  refuseIncomplete(document)
  await tx.insert(protocol).values({
    ...{ bookId: actor.bookId, id: draft.id, code: document.code, species: document.species },
    document,
  })
}
