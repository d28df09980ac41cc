import { hash } from '@node-rs/argon2'
import { newId } from '@hatch-book/contract'
import { startingDocuments } from '@hatch-book/core'
import { tables, type Transaction } from '../db/connect'

export interface NewBook {
  bookId: string
  name: string
  zone: string
  /** With a password of their own, or with what is kept of the one they have already. */
  owner: { id?: string; name: string; email: string } & ({ password: string } | { passwordHash: string })
  demo?: { day: string; seed: number }
  /** Names the starting protocols; the demo does it itself, so that it comes out the same. */
  protocolId?: (code: string) => string
}

/** Opens a book with its owner and the starting protocols; returns the owner's id. */
export async function createBook(
  tx: Transaction,
  { bookId, name, zone, owner, demo, protocolId = () => newId() }: NewBook,
): Promise<string> {
  await tx
    .insert(tables.book)
    .values({ bookId, id: bookId, name, zone, demoDay: demo?.day, demoSeed: demo?.seed })
  const memberId = owner.id ?? newId()
  const passwordHash = 'password' in owner ? await hash(owner.password) : owner.passwordHash
  await tx
    .insert(tables.member)
    .values({ bookId, id: memberId, name: owner.name, email: owner.email, passwordHash, role: 'owner' })
  await tx.insert(tables.protocol).values(
    startingDocuments.map((document) => ({
      bookId,
      id: protocolId(document.code),
      code: document.code,
      species: document.species,
      document,
    })),
  )
  return memberId
}
