import type { GrowingList } from '@hatch-book/contract'
import { addDays, fitEach, projectGrowth } from '@hatch-book/core'
import { addAnimal, entry, noon, openServer, TODAY, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Growth')
})
afterAll(() => server.close())

const weigh = async (id: string, day: string, grams: number) => {
  const weighed = entry('weighed', 'animal', id, { grams, context: 'empty' }, noon(day))
  expect((await write(book, [weighed])).status).toBe(200)
}
const HATCHED = '2025-01-10'
/** When an animal reaches the weight wanted of it, as its page says it, and as its growth among all does. */
async function dates(id: string) {
  const { body: page } = await book.as.keeper('GET', `/api/animals/${id}`)
  const list = (await book.as.keeper('GET', '/api/growth')).body as unknown as GrowingList
  const row = list.animals.find((a) => a.id === id)!
  const points = row.weights.map(([ageDays, grams]) => ({ ageDays, grams, context: 'empty' as const }))
  const fit = fitEach([{ id, points, prior: list.expectations[row.expects]! }]).get(id)!
  return { page: page.growth.reaches.likely, list: projectGrowth(fit, row.hatched, row.wantedGrams!)!.likely }
}

test('one animal has one date, wherever it is asked, whatever its line mates weigh today', async () => {
  const mates: string[] = []
  for (let m = 0; m < 5; m++) {
    const id = await addAnimal(book, {
      ...{ tag: `L${m}`, line: 'Reed', grams: null },
      hatched: { date: HATCHED, precision: 'day' },
    })
    for (let w = 1; w <= 8; w++) await weigh(id, addDays(HATCHED, 45 * w), 20 + 26 * w + 2 * m)
    mates.push(id)
  }
  const [id] = mates
  const before = await dates(id!)
  expect(before.list).toBe(before.page)
  // What they weigh today is told of the line from the day after tomorrow on; of themselves at once.
  for (const mate of mates.slice(1)) await weigh(mate, TODAY, 345)
  expect(await dates(id!)).toEqual(before)
  await weigh(id!, TODAY, 300)
  const after = await dates(id!)
  expect(after.list).toBe(after.page)
  expect(after).not.toEqual(before)
})
