import { isDeepStrictEqual } from 'node:util'
import { ProtocolDocumentSchema, newId } from '@hatch-book/contract'
import {
  completed,
  documentFaults,
  documentOfToday,
  figuresNamed,
  lawFaults,
  type ProtocolDocument,
} from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import * as v from 'valibot'
import { tables, type Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { decodeText } from '../shell/decode'
import { BookError } from '../shell/problems'
import { refuseIncomplete, writeEdition } from './editions'
import { loadShelf } from './store'

const MOST_FAULTS = 20

/** Reads a protocol file; every fault is named by the figure it is in. */
export function readProtocolFile(body: unknown): ProtocolDocument {
  if (!Buffer.isBuffer(body)) throw new BookError('file-unreadable', 'Send the file itself.')
  const { text } = decodeText(body)
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch (error) {
    throw new BookError('file-unreadable', `This is not a JSON file: ${(error as Error).message}.`)
  }
  if ((json as { format?: unknown } | null)?.format !== 'hatch-book protocol')
    throw new BookError(
      'file-unreadable',
      'This is a JSON file, but not a protocol: it names no such format.',
    )
  const read = v.safeParse(ProtocolDocumentSchema, json)
  const faults = read.success
    ? [
        ...documentFaults(read.output.figures).map((says) => ({ field: says.split(':')[0]!, says })),
        ...lawFaults(completed(read.output).figures).map(({ key, says }) => ({
          field: key,
          says: `${key}: ${says}`,
        })),
      ]
    : read.issues.map((issue) => {
        const field = v.getDotPath(issue) ?? ''
        return { field, says: `${field}: ${issue.input === undefined ? 'is missing' : issue.message}` }
      })
  if (!read.success || faults.length > 0)
    throw new BookError(
      'invalid',
      `${faults
        .slice(0, MOST_FAULTS)
        .map((f) => f.says)
        .join('. ')}${faults.length > MOST_FAULTS ? `. There are ${faults.length - MOST_FAULTS} more` : ''}.`,
      faults.slice(0, MOST_FAULTS),
    )
  const document = documentOfToday(read.output)
  refuseIncomplete(document)
  return document
}

/**
 * Takes a document into the book: a new species is added, one that is there gets a new edition on the new document, and what
 * was set over it stays set.
 */
export async function bringInProtocol(
  tx: Transaction,
  actor: Actor,
  document: ProtocolDocument,
): Promise<{ id: string; added: boolean; changed: number }> {
  const { protocol } = tables
  const { code, species } = document
  const [known] = await tx.select().from(protocol).where(eq(protocol.code, code))
  if (!known) {
    const id = newId()
    await tx.insert(protocol).values({ bookId: actor.bookId, id, code, species, document })
    return { id, added: true, changed: Object.keys(document.figures).length }
  }
  if (known.species !== species)
    throw new BookError('invalid', `The code ${code} is that of the ${known.species} in this book.`, [
      { field: 'code', says: 'choose another code' },
    ])
  const shelf = await loadShelf(tx)
  const before = figuresNamed(shelf.said(known.id).figures)
  const after = figuresNamed(document.figures)
  const keys = new Set([...Object.keys(before), ...Object.keys(after)])
  const changed = [...keys].filter((key) => !isDeepStrictEqual(before[key], after[key])).length
  if (changed > 0) {
    const inForce = shelf.edition(known.id, 'species', '')
    await writeEdition(
      tx,
      actor,
      known.id,
      {
        scope: 'species',
        of: '',
        basedOn: inForce?.number ?? 0,
        settings: inForce?.settings ?? { schools: {}, figures: {} },
        instead: [],
        reason: 'brought in from a file',
      },
      document,
    )
  }
  return { id: known.id, added: false, changed }
}
