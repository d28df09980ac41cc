import { hash } from '@node-rs/argon2'
import { newId } from '@hatch-book/contract'
import type { ProtocolDocument } from '@hatch-book/core'
import { tables, type Transaction } from '../db/connect'

export interface NewBook {
  bookId: string
  name: string
  zone: string
  /** With a password of their own, or with what is kept of the one they have already. */
  owner: { id?: string; name: string; email: string } & ({ password: string } | { passwordHash: string })
  demo?: { day: string; seed: number }
  /** The species it begins with; one that somebody opens begins with none, and asks which are kept. */
  species?: readonly { id: string; document: ProtocolDocument }[]
}

/** Opens a book with its owner; returns the owner's id. */
export async function createBook(
  tx: Transaction,
  { bookId, name, zone, owner, demo, species = [] }: NewBook,
): Promise<string> {
  await tx
    .insert(tables.book)
    .values({ bookId, id: bookId, name, zone, demoDay: demo?.day, demoSeed: demo?.seed })
  const memberId = owner.id ?? newId()
  const passwordHash = 'password' in owner ? await hash(owner.password) : owner.passwordHash
  await tx
    .insert(tables.member)
    .values({ bookId, id: memberId, name: owner.name, email: owner.email, passwordHash, role: 'owner' })
  if (species.length > 0)
    await tx
      .insert(tables.protocol)
      .values(species.map(({ id, document }) => ({ bookId, id, ...named(document), document })))
  return memberId
}

const named = ({ code, species }: ProtocolDocument) => ({ code, species })
