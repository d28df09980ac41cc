import './dom'
import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { queries } from '../../apps/web/src/shell/api'
import { pagesOf, wholeBook } from './opened'
import { addressIn, VIEWS } from './views'

/*
 * Every view while the server stumbles over what it is asked: it says so where the thing would stand, takes nothing it has not read for nothing
 * that is there, and shows all of it once somebody tries again.
 */
const pages = pagesOf(wholeBook)
// Whoever tries again in these tests does so by hand.
beforeAll(() =>
  queries.setDefaultOptions({ queries: { ...queries.getDefaultOptions().queries, retry: false } }),
)

/** Asks for nothing to begin with. */
const ASKS_NOTHING = ['growth/measure', 'book/you', 'animals/import/:id', 'incubation/clocks']
const CLAIMS =
  /\bNo (?:\p{L}+ ){1,4}(?:yet|due|here)\b|Nothing (?:is )?(?:due|here|yet)|\b0 \p{L}+|\b(?:is|are) (?:done|empty)\b|[Ww]elcome/u

const shown = () => document.querySelector('main')!
const buttons = () => screen.queryAllByRole('button', { name: 'Try again' })

test.each(VIEWS.filter((path) => !ASKS_NOTHING.includes(path)))('%s', async (path) => {
  const address = addressIn(path, pages.of)
  if (!address) return
  pages.stumbling(true)
  await pages.open(address)
  await waitFor(() => expect(queries.isFetching()).toBe(0))
  await waitFor(() => expect(buttons().length).toBeGreaterThan(0), { timeout: 3000 })
  expect(CLAIMS.exec(shown().textContent)?.[0]).toBeUndefined()
  pages.stumbling(false)
  for (let tries = 0; tries < 4 && buttons().length > 0; tries++) {
    act(() => buttons().forEach((button) => fireEvent.click(button)))
    await waitFor(() => expect(queries.isFetching()).toBe(0))
  }
  await waitFor(() => expect(buttons()).toEqual([]))
  await waitFor(() => expect(shown().textContent.trim().length).toBeGreaterThan(20))
})
