import { newId } from '@hatch-book/contract'
import { startingDocuments, type ProtocolDocument } from '@hatch-book/core'

/**
 * The species of the demo, for a book to begin with.
 * @param idOf names them; the demo does it itself, so that it comes out the same
 */
export const startingSpecies = (
  idOf: (code: string) => string = () => newId(),
): { id: string; document: ProtocolDocument }[] =>
  startingDocuments.map((document) => ({ id: idOf(document.code), document }))
