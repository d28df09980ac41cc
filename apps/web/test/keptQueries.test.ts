import { QueryClient } from '@tanstack/react-query'
import { lastGood } from '../src/shell/keptQueries'

test('an answer that could not be asked again stays the last good one, with its age', async () => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const ask = (queryFn: () => Promise<unknown>) =>
    client.fetchQuery({ queryKey: ['session'], queryFn, staleTime: 0 }).catch(() => undefined)
  await ask(() => Promise.resolve({ member: { name: 'Ottoline' } }))
  const { at } = lastGood(client)
  await ask(() => Promise.reject(new Error('no answer')))
  expect(client.getQueryState(['session'])!.status).toBe('error')
  const kept = lastGood(client)
  expect(kept.at).toBe(at)
  expect(kept.state.queries[0]!.state).toMatchObject({
    ...{ status: 'success', error: null, data: { member: { name: 'Ottoline' } } },
  })
  // What nobody needs without a signal is not stored.
  await client.fetchQuery({ queryKey: ['review'], queryFn: () => Promise.resolve(1) })
  expect(lastGood(client).state.queries).toHaveLength(1)
})
