import { inBook, type Database, type Transaction } from './connect'

class TakenBack<T> extends Error {
  constructor(readonly found: T) {
    super('rolled back: this was a trial')
  }
}

/** Does something in a book, looks at what came of it, and takes it back: nothing of it is kept, and nobody is told. */
export async function onTrial<T>(
  db: Database,
  bookId: string,
  work: (tx: Transaction) => Promise<T>,
): Promise<T> {
  try {
    await inBook(db, bookId, async (tx) => {
      throw new TakenBack(await work(tx))
    })
  } catch (error) {
    if (error instanceof TakenBack) return (error as TakenBack<T>).found
    throw error
  }
  throw new Error('a trial must be rolled back')
}
