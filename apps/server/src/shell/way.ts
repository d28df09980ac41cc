import type { ToldDevice } from '../db/schema/books'

/** Whom a message goes to. */
export interface Addressee {
  email: string
  devices: readonly ToldDevice[]
  /** The name of the book it is from. */
  book: string
}

export interface Words {
  /** The message's own: a device shows one message once. */
  id: string
  subject: string
  body: string
}

/** What became of it: sent, not for this way at all, or refused for good. */
export interface Outcome {
  sent: boolean
  /** Why it will never go this way. */
  refused?: string
  /** Devices that are gone: nothing goes to them any more. */
  gone?: readonly string[]
}

/** A way by which messages leave the server. */
export interface Way {
  /** As it is told, such as 'e-mail'. */
  name: string
  /** @throws where it should be tried again later */
  send(to: Addressee, words: Words): Promise<Outcome>
  close?(): void
}

/** The ways a server was given; none where nobody told it any. */
export interface WaysOut {
  mail: Way | null
  push: (Way & { publicKey: string; serves(endpoint: string): boolean }) | null
}

export const NO_WAYS: WaysOut = { mail: null, push: null }
