import { newId, type RecipeView } from '@hatch-book/contract'
import type { WorkItem } from '@hatch-book/core'
import { addAnimal, entry, openServer, TODAY, write, type TestBook, type TestServer } from './support'

/* A mash of one's own: weighed out for whoever's food it is, made in the round, and good for some days. */
let server: TestServer
let book: TestBook
let id: string
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('recipes')
  const { body } = await book.as.owner('GET', '/api/protocols')
  const gecko = (body.protocols as { id: string; code: string }[]).find((p) => p.code === 'CG')!.id
  for (const [tag, grams] of [
    ['G1', 45],
    ['G2', 35],
    ['G3', null],
  ] as const)
    await addAnimal(book, {
      tag,
      grams,
      protocolId: gecko,
      hatched: { date: '2023-01-01', precision: 'day' },
    })
  await addAnimal(book, { tag: 'C1' })
  id = await add({ name: 'Fruit Mix' })
})
afterAll(() => server.close())

const MASH = {
  parts: [
    { what: 'papaya', parts: 3, turns: [] },
    { what: 'fig', parts: 1, turns: ['fig', 'mango'] },
  ],
  ...{ keepsDays: 1, portionShare: 0.05, portionGrams: null },
}
const post = (change: object, as: 'keeper' | 'helper' = 'keeper') =>
  book.as[as]('POST', '/api/recipes', { id: newId(), ...MASH, ...change })
async function add(change: object): Promise<string> {
  const { status, body } = await post(change)
  if (status !== 200) throw new Error(JSON.stringify(body))
  return body.id as string
}
const list = async () => (await book.as.viewer('GET', '/api/recipes')).body.recipes as RecipeView[]
const toMake = async () =>
  ((await book.as.viewer('GET', '/api/round')).body.items as WorkItem[]).filter((i) => i.kind === 'make food')

test('it is scaled to those whose food it is, and whoever was never weighed is named', async () => {
  const [recipe] = await list()
  expect(recipe).toMatchObject({
    ...{ name: 'Fruit Mix', lastMadeOn: null, goodTo: null, nextOn: TODAY },
    batch: { meals: 2, eaters: 2, unweighed: ['G3'], until: TODAY },
  })
  expect(recipe!.batch.grams).toBe(0.05 * 80)
  expect(recipe!.eatenBy.map(({ tag }) => tag)).toEqual(['G1', 'G2', 'G3'])
})

test('it stands in the round on its day, is made there, and is due again once it is no longer good', async () => {
  expect(await toMake()).toMatchObject([
    { subject: { type: 'recipe', id }, says: 'make 4 g', due: TODAY, carries: { grams: 4 } },
  ])
  const made = entry('food made', 'recipe', id, { grams: 4 })
  expect((await write(book, [made], 'helper')).status).toBe(200)
  expect((await toMake()).filter(({ due }) => due <= TODAY)).toEqual([])
  expect((await list())[0]).toMatchObject({ lastMadeOn: TODAY, goodTo: TODAY })
  const log = (await book.as.viewer('GET', `/api/entries?subjectId=${id}`)).body.entries
  expect(log).toMatchObject([{ subject: { type: 'recipe', tag: 'Fruit Mix' }, payload: { grams: 4 } }])
  // Struck out it was never made.
  await write(book, [{ ...entry('struck', 'recipe', id, { reason: 'a slip' }), strikes: made.id }], 'helper')
  expect(await toMake()).toMatchObject([{ due: TODAY }])
})

test('two have not the same name, and a meal is one thing: refused before anything is written', async () => {
  expect(await post({ name: 'fruit mix' })).toMatchObject({
    status: 409,
    body: { fields: [{ field: 'name', says: 'this name is taken' }] },
  })
  for (const wrong of [
    { portionGrams: 3 },
    { portionShare: null },
    { parts: [] },
    { keepsDays: 0 },
    { parts: [{ what: 'fig', parts: 0, turns: [] }] },
  ])
    expect(await post({ name: 'Other', ...wrong })).toMatchObject({ status: 422 })
  expect(await post({ name: 'Other' }, 'helper')).toMatchObject({ status: 403 })
  expect(await list()).toHaveLength(1)
})

test('it is changed by who has the newest, and put aside with all that was made of it kept in the log', async () => {
  const other = await add({ name: 'Turtle jelly' })
  const change = { name: 'Turtle pudding', ...MASH, keepsDays: 30 }
  const patch = (version: number) => book.as.keeper('PATCH', `/api/recipes/${other}`, { version, ...change })
  expect(await patch(1)).toMatchObject({ status: 200, body: { version: 2 } })
  expect(await patch(1)).toMatchObject({ status: 409 })
  await write(book, [entry('food made', 'recipe', other, {})])
  expect((await book.as.keeper('DELETE', `/api/recipes/${other}`)).status).toBe(200)
  expect((await list()).map(({ name }) => name)).toEqual(['Fruit Mix'])
  const log = (await book.as.viewer('GET', `/api/entries?subjectId=${other}`)).body.entries as object[]
  expect(log).toMatchObject([{ subject: { tag: 'Turtle pudding' } }])
  // Its name is free again.
  expect(await post({ name: 'turtle pudding' })).toMatchObject({ status: 200 })
})
