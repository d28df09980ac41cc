import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { booksApi, reviewApi } from '@hatch-book/contract'
import { keyOf, RefusedError } from '../src/shell/api'
import { lastGood } from '../src/shell/keptQueries'
import { readWithoutAnswer } from '../src/shell/readAge'

test('an answer that could not be asked again stays the last good one, with its age', async () => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const ask = (queryFn: () => Promise<unknown>) =>
    client.fetchQuery({ queryKey: keyOf(booksApi.session), queryFn, staleTime: 0 }).catch(() => undefined)
  await ask(() => Promise.resolve({ member: { name: 'Ottoline' } }))
  const { at } = lastGood(client)
  await ask(() => Promise.reject(new Error('no answer')))
  expect(client.getQueryState(keyOf(booksApi.session))!.status).toBe('error')
  const kept = lastGood(client)
  expect(kept.at).toBe(at)
  expect(kept.state.queries[0]!.state).toMatchObject({
    ...{ status: 'success', error: null, data: { member: { name: 'Ottoline' } } },
  })
  // What nobody needs without a signal is not stored.
  await client.fetchQuery({ queryKey: keyOf(reviewApi.measures), queryFn: () => Promise.resolve(1) })
  expect(lastGood(client).state.queries).toHaveLength(1)
})

test('what is shown while nobody answers says when it was read, and a refusal is no silence', async () => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  let answer = () => Promise.resolve('first')
  const shown = new QueryObserver(client, { queryKey: ['round'], queryFn: () => answer() })
  const stop = shown.subscribe(() => undefined)
  await shown.refetch()
  const readAt = client.getQueryState(['round'])!.dataUpdatedAt
  expect(readWithoutAnswer(client)).toBeNull()
  const failWith = (code: string) => () =>
    Promise.reject(new RefusedError({ type: '', title: '', status: 0, code, detail: '' } as never))
  answer = failWith('not-allowed')
  await shown.refetch()
  expect(readWithoutAnswer(client)).toBeNull()
  answer = failWith('no-answer')
  await shown.refetch()
  expect(readWithoutAnswer(client)).toBe(readAt)
  answer = () => Promise.resolve('again')
  await shown.refetch()
  expect(readWithoutAnswer(client)).toBeNull()
  stop()
})
