import { newId } from '@hatch-book/contract'
import { startingDocuments } from '@hatch-book/core'
import type pg from 'pg'

/**
 * Gives every book the protocols it lacks, as the database's owner: a book opened by an earlier version knows fewer species,
 * and kept them in a form that figures could not be edited in.
 * @returns how many were added or put into today's form
 */
export async function supplyStartingProtocols(owner: pg.Client): Promise<number> {
  const { rows: books } = await owner.query<{ id: string }>('select id from book')
  let supplied = 0
  for (const { id: bookId } of books)
    for (const document of startingDocuments) {
      const { rowCount } = await owner.query(
        `insert into protocol (book_id, id, code, species, document) values ($1, $2, $3, $4, $5)
         on conflict (book_id, code) do update set document = excluded.document where protocol.document->>'format' is null`,
        [bookId, newId(), document.code, document.species, document],
      )
      supplied += rowCount ?? 0
    }
  return supplied
}
