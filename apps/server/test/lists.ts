import type { Reply, TestBook } from './support'

/** What stories about lists do in a book again and again. */
export const listsOf = (book: () => TestBook) => ({
  open: async (file: string | Buffer, name = 'mine.csv') =>
    (await book().as.keeper('POST', `/api/imports?fileName=${name}`, Buffer.from(file as string))).body,
  change: async (list: Reply['body'], to: object) =>
    (await book().as.keeper('PATCH', `/api/imports/${list.id}`, to)).body,
  act: (list: Reply['body'], what: 'bring-in' | 'undo') =>
    book().as.keeper('POST', `/api/imports/${list.id}/${what}`, {}),
  animals: async () => (await book().as.viewer('GET', '/api/animals')).body.animals as Reply['body'][],
})

/** Why rows do not come in, by line. */
export const faultsOf = (body: Reply['body']) =>
  Object.fromEntries(
    (body.rows as { line: number; faults: { says: string }[] }[]).map((r) => [
      r.line,
      r.faults.map((f) => f.says).join('; '),
    ]),
  )
