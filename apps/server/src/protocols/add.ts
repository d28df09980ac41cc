import type { NewSpecies } from '@hatch-book/contract'
import {
  declarationOf,
  figureFault,
  inLibrary,
  labelOfFigure,
  wayOfLife,
  type ProtocolDocument,
  type ProtocolFigure,
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

/** The figures that a keeper told of a new species. @throws BookError that names all that cannot be, each at its field */
function figuresTold(draft: NewSpecies): Record<string, ProtocolFigure> {
  const faults: { field: string; says: string }[] = []
  const figures: Record<string, ProtocolFigure> = {}
  for (const [key, setting] of Object.entries(draft.figures)) {
    const declared = declarationOf(key)
    const label = labelOfFigure(key)
    const says = declared
      ? figureFault({ label, unit: declared.unit }, setting, key)
      : 'no figure of this name is known'
    if (says) faults.push({ field: `figures.${key}`, says })
    else figures[key] = { label, unit: declared!.unit, ...setting, confidence: 'medium' }
  }
  if (faults.length > 0) throw new BookError('invalid', faults.map((f) => f.says).join('. '), faults)
  return figures
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
    throw new BookError('invalid', 'The library has no such species of this way of life.', [
      { field: 'library', says: 'the library has no such species' },
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
  const document: ProtocolDocument = {
    format: 'hatch-book protocol',
    formatVersion: 1,
    code: codeFor(draft.species, new Set(known.map((p) => p.code))),
    ...{ species: draft.species, latin: draft.latin, wayOfLife: way.code },
    ...(likened ? { library: likened.latin } : {}),
    ...{ bodyPlan: way.bodyPlan, keptAs: way.keptAs, young: way.young },
    figures: figuresTold(draft),
  }
  refuseIncomplete(document)
  await tx.insert(protocol).values({
    ...{ bookId: actor.bookId, id: draft.id, code: document.code, species: document.species },
    document,
  })
}
