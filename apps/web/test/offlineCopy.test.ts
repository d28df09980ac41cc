import 'fake-indexeddb/auto'
import { booksApi, reviewApi, roundsApi } from '@hatch-book/contract'
import { hydrate, QueryClient } from '@tanstack/react-query'
import { keyOf } from '../src/shell/api'
import { deviceStore } from '../src/shell/deviceStore'
import { lastGood } from '../src/shell/keptQueries'

/*
 * What an earlier visit left on this device opens the program when there is no signal: as long as it is of the shapes that this version draws, and
 * not so old that it says nothing of tonight.
 */
const store = deviceStore('queries')
const DAY_MS = 86_400_000
const SESSION = { member: { name: 'Ottoline' }, book: { name: 'Lantern Quay' } }

/** What a visit leaves on the device. */
async function visited({ shapes, daysAgo = 0 }: { shapes?: string; daysAgo?: number }): Promise<void> {
  const client = new QueryClient()
  client.setQueryData(keyOf(booksApi.session), SESSION)
  await store.set('queries', {
    ...lastGood(client),
    at: Date.now() - daysAgo * DAY_MS,
    ...(shapes && { shapes }),
  })
}

/** The program is opened anew, as its first script does. */
async function opened(shapes = 'of today') {
  Object.assign(globalThis, { __SHAPES__: shapes })
  let session: unknown
  let isStale: boolean | undefined
  await jest.isolateModulesAsync(async () => {
    const { keepQueries } = await import('../src/shell/keptQueries')
    const { keyOf: key, queries } = await import('../src/shell/api')
    await keepQueries()
    session = queries.getQueryData(key(booksApi.session))
    isStale = queries.getQueryState(key(booksApi.session))?.isInvalidated
    queries.clear()
  })
  return { session, isStale }
}
beforeEach(() => store.del('queries'))

test('it opens with what was kept, and every view asks again', async () => {
  await visited({ shapes: 'of today' })
  expect(await opened()).toEqual({ session: SESSION, isStale: true })
})

test('the first visit finds nothing, and opens all the same', async () => {
  expect(await opened()).toEqual({ session: undefined, isStale: undefined })
})

test.each([
  ['an earlier version with other shapes', { shapes: 'of yesterday' }],
  ['a version that told no shapes yet', {}],
  ['three weeks ago', { shapes: 'of today', daysAgo: 21 }],
])('what is left of %s is not drawn', async (_, left) => {
  await visited(left)
  expect((await opened()).session).toBeUndefined()
})

test('thirteen days are not too many', async () => {
  await visited({ shapes: 'of today', daysAgo: 13 })
  expect((await opened()).session).toEqual(SESSION)
})

test('what cannot be read is nothing', async () => {
  await store.set('queries', 'torn')
  expect((await opened()).session).toBeUndefined()
})

test('only what the round and the frame need is kept, and of that only what is known', () => {
  const client = new QueryClient()
  client.setQueryData(keyOf(booksApi.session), SESSION)
  client.setQueryData(keyOf(roundsApi.round, {}), { days: [] })
  client.setQueryData(keyOf(reviewApi.measures), { measures: [] })
  void client.prefetchQuery({
    queryKey: keyOf(booksApi.members),
    queryFn: () => new Promise(() => undefined),
  })
  const { state } = lastGood(client)
  expect(state.queries.map((q) => q.queryKey[0])).toEqual([booksApi.session.path, roundsApi.round.path])
  const again = new QueryClient()
  hydrate(again, state)
  expect(again.getQueryData(keyOf(booksApi.session))).toEqual(SESSION)
})
