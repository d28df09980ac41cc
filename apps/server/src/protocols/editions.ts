import type { EditionDraft, ProtocolPage } from '@hatch-book/contract'
import { newId } from '@hatch-book/contract'
import {
  isStartingSpecies,
  MissingFigureError,
  cohortProtocolOf,
  colonyModelOf,
  compileProtocol,
  curveFault,
  documentUnder,
  figureFault,
  figureToSet,
  figureInSentence,
  formerNames,
  lawFaults,
  lostSchools,
  resolveProtocol,
  sectionOf,
  settingsOfToday,
  type ProtocolDocument,
  type ProtocolScope,
} from '@hatch-book/core'
import { and, desc, eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { moveFollowers, othersOf } from './followers'
import { anyOf, loadShelf, type ProtocolBearer, type ProtocolShelf } from './store'

const { animal, member, protocolEdition } = tables

/** Whom a level is for: the species' own bearer, one of the line, or the animal itself. */
async function bearerOf(
  tx: Transaction,
  protocolId: string,
  scope: ProtocolScope,
  of: string,
): Promise<ProtocolBearer> {
  if ((scope === 'line' || scope === 'form') && of === '')
    throw new BookError('invalid', `Say which ${scope}.`, [{ field: 'of', says: `choose a ${scope}` }])
  if (scope !== 'animal') return { ...anyOf(protocolId), ...(scope !== 'species' && { [scope]: of }) }
  const [row] = await tx
    .select({
      ...{ id: animal.id, tag: animal.tag, form: animal.form, line: animal.line },
      protocolId: animal.protocolId,
    })
    .from(animal)
    .where(and(eq(animal.protocolId, protocolId), eq(animal.id, of as never)))
  if (!row)
    throw new BookError('not-found', 'No animal of this species has that identifier.', [
      { field: 'of', says: 'choose an animal' },
    ])
  return row
}

/** A protocol as one level of it is edited. */
export async function protocolPage(
  tx: Transaction,
  protocolId: string,
  scope: ProtocolScope,
  of: string,
): Promise<ProtocolPage> {
  const shelf = await loadShelf(tx)
  const document = shelf.said(protocolId)
  const bearer = await bearerOf(tx, protocolId, scope, of)
  const layers = shelf.layers(bearer)
  const wider = layers.filter((l) => l.scope !== scope)
  const inForce = shelf.edition(protocolId, scope, scope === 'species' ? '' : of)
  const { figures, sources } = resolveProtocol(document, layers)
  const before = resolveProtocol(document, wider)
  const rows = await tx
    .select({ edition: protocolEdition, by: member.name })
    .from(protocolEdition)
    .innerJoin(member, eq(member.id, protocolEdition.memberId))
    .where(eq(protocolEdition.protocolId, protocolId))
    .orderBy(desc(protocolEdition.at), desc(protocolEdition.number))
  const named = await tx
    .select({ id: animal.id, tag: animal.tag, form: animal.form, line: animal.line })
    .from(animal)
    .where(and(eq(animal.protocolId, protocolId), eq(animal.withdrawn, false)))
  const tags = new Map(named.map((a) => [a.id, a.tag]))
  return {
    id: protocolId,
    document,
    scope,
    of: scope === 'species' ? '' : of,
    ofName: scope === 'animal' ? bearer.tag : of,
    edition: inForce?.number ?? 0,
    settings: inForce?.settings ?? { schools: {}, figures: {} },
    starting: isStartingSpecies(document),
    before: before.figures,
    guessed: [...before.guessed],
    figures,
    sources,
    followers: othersOf(shelf, protocolId, scope, scope === 'species' ? '' : of).flatMap((e) =>
      Object.entries(e.settings.schools).map(([question, letter]) => ({
        ...{ scope: e.scope, of: e.scope === 'animal' ? (tags.get(e.scopeOf) ?? '?') : e.scopeOf },
        ...{ question, letter },
      })),
    ),
    editions: rows.map(({ edition, by }) => ({
      scope: edition.scope,
      of: edition.scope === 'animal' ? (tags.get(edition.scopeOf) ?? '?') : edition.scopeOf,
      number: edition.number,
      reason: edition.reason,
      at: edition.at.toISOString(),
      by,
      settings: settingsOfToday(edition.settings),
      broughtIn: edition.document !== null,
    })),
    forms: namesOf([
      ...named.map((a) => a.form),
      ...rows.flatMap(({ edition: e }) => (e.scope === 'form' ? e.scopeOf : [])),
    ]),
    lines: [...new Set(named.map((a) => a.line).filter((line) => line !== ''))].sort(),
  }
}

/** Each name once, however it is written: as it was written last. */
const namesOf = (all: readonly string[]) =>
  [...new Map(all.flatMap((name) => (name === '' ? [] : [[name.toLowerCase(), name]]))).values()].sort()

/** Checks what a level sets, figure by figure, and that the calculations can still be made of it. */
export function checkSettings(
  shelf: ProtocolShelf,
  protocolId: string,
  { settings, scope, of }: Pick<EditionDraft, 'settings' | 'scope' | 'of'>,
): void {
  const said = shelf.said(protocolId)
  const document = shelf.document(protocolId)
  const faults: { field: string; says: string }[] = []
  for (const [key, setting] of Object.entries(settings.figures)) {
    const figure = figureToSet(document.figures, key)
    const says = figure ? figureFault(figure, setting, key) : 'this protocol has no such figure'
    if (says) faults.push({ field: key, says })
  }
  const wider = scope === 'species' ? [] : shelf.layers(anyOf(protocolId))
  const inForce = documentUnder(said, [...wider, { scope, of, edition: 0, by: '', settings }])
  const followedBefore = shelf.edition(protocolId, scope, scope === 'species' ? '' : of)?.settings.schools
  for (const { question, letter } of lostSchools(inForce, settings.schools))
    if (followedBefore?.[question] !== letter)
      faults.push({ field: question, says: 'this school no longer exists' })
  if (scope !== 'species')
    for (const key of Object.keys(settings.figures))
      if (sectionOf(key) === 'school')
        faults.push({ field: key, says: 'a school can only be added for the whole species' })
  if (faults.length === 0) {
    // What was at odds without it is not this edition's fault.
    const known = new Set(lawFaults(documentUnder(said, wider).figures).map((fault) => fault.says))
    for (const { key, of: joined, says } of lawFaults(inForce.figures))
      if (!known.has(says)) faults.push({ field: joined.find((k) => k in settings.figures) ?? key, says })
    if (faults.length === 0) refuseIncomplete(inForce)
  }
  if (faults.length > 0) throw new BookError('invalid', faults.map((f) => f.says).join('; '), faults)
}

/** One law for every way in: a protocol that any room could not reckon with is refused before it is written. */
export function refuseIncomplete(document: ProtocolDocument): void {
  try {
    const protocol = compileProtocol(document)
    colonyModelOf(document)
    cohortProtocolOf(document)
    const fault = protocol?.incubation && curveFault(protocol.incubation.curve)
    if (fault) throw new BookError('invalid', `${document.species}: ${fault}.`)
  } catch (error) {
    if (!(error instanceof MissingFigureError)) throw error
    throw new BookError(
      'invalid',
      `A figure is missing that the calculations need: ${figureInSentence(error.key)}.`,
      [{ field: error.key, says: 'wanted' }],
    )
  }
}

/** Writes an edition of one level; refuses it when somebody wrote a later one meanwhile. */
export async function writeEdition(
  tx: Transaction,
  actor: Actor,
  protocolId: string,
  draft: EditionDraft,
  document: ProtocolDocument | null = null,
): Promise<void> {
  const { scope, settings, reason, basedOn } = draft
  const scopeOf = scope === 'species' ? '' : draft.of
  await bearerOf(tx, protocolId, scope, draft.of)
  // The protocol's row is held, so that two editions are numbered one after the other.
  await tx
    .select({ id: tables.protocol.id })
    .from(tables.protocol)
    .where(eq(tables.protocol.id, protocolId))
    .for('update')
  const shelf = await loadShelf(tx)
  const inForce = shelf.edition(protocolId, scope, scopeOf)
  if ((inForce?.number ?? 0) !== basedOn)
    throw new BookError(
      'stale',
      `Edition ${inForce?.number ?? 0} was written by ${inForce?.by ?? 'somebody'} since you opened this. Yours is kept here; look at theirs first.`,
      undefined,
      inForce?.settings,
    )
  if (!document) checkSettings(shelf, protocolId, draft)
  const after = documentUnder(document ?? shelf.said(protocolId), [
    { scope, of: draft.of, edition: 0, by: '', settings },
  ])
  if (scope === 'species') await moveFollowers(tx, actor, shelf, protocolId, after, draft)
  const names = scope === 'species' ? formerNames(shelf.document(protocolId).figures, after.figures) : {}
  await tx.insert(protocolEdition).values({
    bookId: actor.bookId,
    id: newId(),
    protocolId,
    scope,
    scopeOf: inForce?.scopeOf ?? scopeOf,
    number: basedOn + 1,
    settings: { ...settings, figures: { ...settings.figures, ...names } },
    document,
    reason,
    at: new Date(actor.now),
    memberId: actor.member.id,
  })
}
