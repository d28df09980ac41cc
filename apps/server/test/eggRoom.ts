import { newId } from '@hatch-book/contract'
import { addAnimal, noon, type TestBook } from './support'

/** A book with one female and one incubator of a box, as stories about eggs begin. */
export interface EggRoom {
  book: TestBook
  /** Whose eggs are set unless said otherwise. */
  dam: string
  incubator: string
  box: string
  get(path: string): Promise<any> // eslint-disable-line @typescript-eslint/no-explicit-any -- tests look into replies freely
  addIncubator(name: string, setPointC: number): Promise<{ incubator: string; box: string }>
  /** An animal of another species. */
  addOf(code: string, tag: string, change?: Record<string, unknown>): Promise<string>
  /** Sets a clutch on a day; by default four corn snake eggs found at once. */
  set(day: string, change?: Record<string, unknown>): ReturnType<typeof setClutch>
}

export async function openEggRoom(book: TestBook): Promise<EggRoom> {
  const get = async (path: string) => (await book.as.viewer('GET', path)).body
  const addIncubator = async (name: string, setPointC: number) => {
    const [incubator, box] = [newId(), newId()]
    await book.as.keeper('POST', '/api/places', { id: incubator, kind: 'incubator', name, setPointC })
    await book.as.keeper('POST', '/api/places', {
      ...{ id: box, kind: 'box', name: 'box 1', parentId: incubator, grid: { rows: 2, columns: 3 } },
    })
    return { incubator, box }
  }
  const protocolOf = async (code: string) =>
    ((await get('/api/protocols')).protocols as { id: string; code: string }[]).find((p) => p.code === code)!
      .id
  const room: EggRoom = {
    ...{ book, get, addIncubator, dam: await addAnimal(book, { tag: 'F1' }) },
    ...(await addIncubator('H1', 28)),
    addOf: async (code, tag, change = {}) =>
      addAnimal(book, { tag, protocolId: await protocolOf(code), grams: undefined, ...change }),
    set: (day, change = {}) => setClutch(room, day, change),
  }
  return room
}

async function setClutch({ book, dam, box }: EggRoom, day: string, change: Record<string, unknown>) {
  const id = newId()
  const eggs = Array.from({ length: 4 }, (_, cell) => ({ id: newId(), cell }))
  const at = noon(day)
  const reply = await book.as.keeper('POST', '/api/clutches', {
    ...{ id, entryId: newId(), pairingId: null, damId: dam, boxId: box, eggs },
    ...{ foundAt: at, laidFrom: at, laidTo: at },
    ...change,
  })
  return { id, eggs, reply }
}
