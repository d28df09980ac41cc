import './dom'
import { openFullBook } from '../../apps/server/test/fullBook'
import { pagesOf } from './opened'
import { allowed, look, pressAll } from './pressing'
import { addressIn, VIEWS } from './views'

/* Every view as those see it who may not do everything: they are shown nothing that they may not ask for, and offered nothing that they may not do. */
const pages = pagesOf((server) => openFullBook(server, 'Full'))

test.each(['animals/import', 'animals/new', 'animals/:id/edit', 'rest/new', 'incubation/new'])(
  '%s is nothing for a helper to write in vain',
  async (path) => {
    await look(pages, addressIn(path, pages.of)!, 'helper')
    expect(document.querySelector('main')!.textContent).toContain(
      'Owners and keepers do this. Ask one of them.',
    )
    expect(document.querySelector('main form')).toBeNull()
  },
)

describe.each(['viewer', 'helper'] as const)('a %s is offered nothing that they may not do', (role) => {
  test.each(VIEWS)('%s', async (path) => {
    const address = addressIn(path, pages.of)
    if (address) expect(await pressAll(pages, address, { press: allowed, as: role })).toEqual([])
  })
})
