import { createHash } from 'node:crypto'
import {
  documentOfToday,
  settingsOfToday,
  documentUnder,
  figureInSentence,
  FROM_LIBRARY,
  MissingFigureError,
  NO_SETTINGS,
  protocolUnder,
  resolveProtocol,
  type Protocol,
  type ProtocolDocument,
  type ProtocolLayer,
  type ProtocolScope,
  type ProtocolSettings,
  type ResolvedProtocol,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { cachedBesideAnimals, cachedWhile } from '../db/cache'
import { BookError } from '../shell/problems'

const STAMP_LETTERS = 12

export interface EditionInForce {
  id: string
  protocolId: string
  scope: ProtocolScope
  scopeOf: string
  number: number
  settings: ProtocolSettings
  document: ProtocolDocument | null
  by: string
}

/** A species of a book, as it is stored. */
type Kept = typeof tables.protocol.$inferSelect

/** Whom a protocol is asked for. */
export interface ProtocolBearer {
  id: string
  tag: string
  /** Locality or subspecies, such as `northern`; empty where nobody says. */
  form: string
  line: string
  protocolId: string
}

/** Anybody of a species: of no form, no line, and no animal in particular. */
export const anyOf = (protocolId: string): ProtocolBearer => ({
  id: '',
  tag: '',
  form: '',
  line: '',
  protocolId,
})

/** A form is one form, however its name is written; lines and animals are told apart by the letter. */
const isOf = (scope: ProtocolScope, one: string, other: string) =>
  one === other || (scope === 'form' && one.toLowerCase() === other.toLowerCase())

/** The protocols of a book as they were in force at a time: each laid together once, however many animals ask. */
export class ProtocolShelf {
  private readonly compiled = new Map<string, Protocol>()
  private readonly inForce = new Map<string, ProtocolDocument>()
  private readonly byProtocol = new Map<string, EditionInForce[]>()

  private readonly faults = new Map<string, string | null>()

  /** The species that a book lists, by name. */
  readonly rows: readonly Kept[]

  constructor(
    /** Those that were removed too: what was written of them still names them. */
    private readonly known: readonly Kept[],
    readonly editions: readonly EditionInForce[],
  ) {
    this.rows = known.filter((row) => row.state !== 'removed')
    for (const edition of editions)
      this.byProtocol.set(edition.protocolId, [...(this.byProtocol.get(edition.protocolId) ?? []), edition])
  }

  /** Changes with every edition, and with every name. */
  get stamp(): string {
    const changed = this.known.filter((row) => row.version > 1)
    return [...this.editions.map((e) => e.id), ...changed.map((row) => `${row.id}.${row.version}`)].join()
  }

  private readonly stamps = new Map<string, string>()

  /** Changes with every edition of one species, and with its name: what rests on no other species stands as long as it is the same. */
  stampOf(protocolId: string): string {
    const known = this.stamps.get(protocolId)
    if (known !== undefined) return known
    const row = this.known.find(({ id }) => id === protocolId)
    const editions = (this.byProtocol.get(protocolId) ?? []).map((e) => e.id)
    const stamp = createHash('sha256')
      .update([protocolId, row?.version, ...editions].join())
      .digest('base64url')
      .slice(0, STAMP_LETTERS)
    this.stamps.set(protocolId, stamp)
    return stamp
  }

  /** The species that is meant by an id, which may be of one that turned out to be another; undefined where none is. */
  meant(protocolId: string): Kept | undefined {
    const row = this.known.find((r) => r.id === protocolId)
    return row?.mergedIntoId ? this.meant(row.mergedIntoId) : this.rows.find((r) => r.id === protocolId)
  }

  /** What a species says itself; what it does not say, its way of life guesses. */
  said(protocolId: string): ProtocolDocument {
    const row = this.known.find((r) => r.id === protocolId)
    if (!row) throw new BookError('not-found', 'This protocol is not in the book.')
    const document = this.edition(protocolId, 'species', '')?.document ?? (row.document as ProtocolDocument)
    return { ...document, species: row.species, latin: row.latin ?? document.latin }
  }

  /** A species as it is in force: with what was set over it, and with every figure, the guesses of its way of life among them. */
  document(protocolId: string): ProtocolDocument {
    const known = this.inForce.get(protocolId)
    if (known) return known
    const document = documentUnder(this.said(protocolId), this.layers(anyOf(protocolId)))
    this.inForce.set(protocolId, document)
    return document
  }

  edition(protocolId: string, scope: ProtocolScope, scopeOf: string): EditionInForce | undefined {
    return this.byProtocol.get(protocolId)?.find((e) => e.scope === scope && isOf(scope, e.scopeOf, scopeOf))
  }

  layers({ id, tag, form, line, protocolId }: ProtocolBearer): ProtocolLayer[] {
    const whose = { species: '', form, line, animal: id }
    return (this.byProtocol.get(protocolId) ?? [])
      .filter(({ scope, scopeOf }) => scope === 'species' || isOf(scope, scopeOf, whose[scope]))
      .filter(({ settings }) => settings !== NO_SETTINGS)
      .map(({ scope, scopeOf, number, settings, by }) => ({
        scope,
        of: scope === 'animal' ? tag : scopeOf,
        edition: number,
        by,
        settings,
      }))
  }

  resolved(bearer: ProtocolBearer): ResolvedProtocol {
    return resolveProtocol(this.said(bearer.protocolId), this.layers(bearer))
  }

  /** What an animal is judged by. */
  of(bearer: ProtocolBearer): Protocol {
    const fault = this.faultOf(bearer)
    if (fault)
      throw new BookError('invalid', `Nothing can be reckoned here: ${fault}. A keeper mends it on its page.`)
    return this.find(this.keyOf(bearer), bearer)
  }

  /** Animals with one key are judged alike. */
  keyOf({ id, form, line, protocolId }: ProtocolBearer): string {
    const own = (scope: ProtocolScope, of: string) => this.edition(protocolId, scope, of)?.scopeOf ?? ''
    return [protocolId, own('form', form), own('line', line), own('animal', id)].join('|')
  }

  /**
   * Why an animal cannot be judged by its protocol, in words: a figure that the calculations need is missing or makes no sense. Nobody writes
   * such a protocol here; where there is one all the same, its animals are left out and everything else goes on. Null where it can.
   */
  faultOf(bearer: ProtocolBearer): string | null {
    const key = this.keyOf(bearer)
    const known = this.faults.get(key)
    if (known !== undefined) return known
    let fault: string | null = null
    try {
      this.find(key, bearer)
    } catch (error) {
      if (error instanceof BookError) throw error
      const { species } = this.document(bearer.protocolId)
      const what =
        error instanceof MissingFigureError
          ? `no usable figure for ${figureInSentence(error.key)}`
          : 'a figure that makes no sense'
      fault = `the protocol of the ${species} has ${what}`
    }
    this.faults.set(key, fault)
    return fault
  }

  /** What an animal is judged by, or null where that is broken. */
  usable(bearer: ProtocolBearer): Protocol | null {
    return this.faultOf(bearer) === null ? this.of(bearer) : null
  }

  private find(key: string, bearer: ProtocolBearer): Protocol {
    const known = this.compiled.get(key)
    if (known) return known
    const protocol = protocolUnder(this.said(bearer.protocolId), this.layers(bearer))
    if (!protocol) throw new BookError('invalid', 'The animals of a colony are not kept individually.')
    this.compiled.set(key, protocol)
    return protocol
  }
}

/** Takes the protocols from the shelf as they were in force at a time; now, when none is given. */
export async function loadShelf(tx: Transaction, asOf?: Date): Promise<ProtocolShelf> {
  return asOf ? readShelf(tx, asOf) : cachedBesideAnimals(tx, 'shelf', () => shelfOfToday(tx))
}

async function shelfOfToday(tx: Transaction): Promise<ProtocolShelf> {
  const { rows } = await tx.execute<{ book: string; stamp: string }>(sql`
    select current_setting('app.book_id') as book, concat_ws('|',
      (select string_agg(p.xmin || '.' || p.ctid, ' ' order by p.id) from protocol p),
      (select count(*) || '.' || coalesce(sum(e.xmin::text::bigint), 0) from protocol_edition e),
      (select sum(m.xmin::text::bigint) from member m)) as stamp`)
  const { book, stamp } = rows[0]!
  return cachedWhile(`shelf ${book}`, stamp, () => readShelf(tx))
}

async function readShelf(tx: Transaction, asOf?: Date): Promise<ProtocolShelf> {
  const rows = await tx
    .select()
    .from(tables.protocol)
    .orderBy(sql`lower(${tables.protocol.species})`)
  const { rows: editions } = await tx.execute<{
    id: string
    protocol_id: string
    scope: ProtocolScope
    scope_of: string
    number: number
    settings: ProtocolSettings
    document: ProtocolDocument | null
    by: string
  }>(sql`
    select distinct on (e.protocol_id, e.scope, e.scope_of) e.id, e.protocol_id, e.scope, e.scope_of, e.number, e.settings, m.name as by,
      -- A document that was brought in stays in force until the next one.
      (select d.document from protocol_edition d where d.protocol_id = e.protocol_id and d.scope = 'species'
        and e.scope = 'species' and d.document is not null and d.number <= e.number order by d.number desc limit 1) as document
    from protocol_edition e join member m on m.id = e.member_id
    where ${asOf ? sql`e.at <= ${asOf.toISOString()}::timestamptz` : sql`true`}
    order by e.protocol_id, e.scope, e.scope_of, e.number desc`)
  return new ProtocolShelf(
    rows.map((row) => ({ ...row, document: documentOfToday(row.document as ProtocolDocument) })),
    editions.map((e) => ({
      id: e.id,
      protocolId: e.protocol_id,
      scope: e.scope,
      scopeOf: e.scope_of,
      number: e.number,
      settings: settingsOfToday(e.settings),
      document: e.document && documentOfToday(e.document),
      by: e.by,
    })),
  )
}

/**
 * What a species says itself, with what was set since: what is guessed, or stands in the library, is found anew wherever it is read.
 * @throws BookError where the book has no such species
 */
export function saidOf(shelf: ProtocolShelf, id: string): ProtocolDocument {
  const { figures, guessed, sources } = shelf.resolved(anyOf(id))
  const said = Object.entries(figures).filter(([key]) => !guessed.has(key) && sources[key] !== FROM_LIBRARY)
  return { ...shelf.said(id), figures: Object.fromEntries(said) }
}
