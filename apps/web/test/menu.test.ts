import type { Use } from '@hatch-book/core'
import { MENU } from '../src/menu'
import { ROOMS } from '../src/rooms'
import { addressFrom, menuFor, standingOf, type Reader } from '../src/shell/frame/menu'

const PAGES = ROOMS.flatMap(({ pages }) => pages)
const inMenu = MENU.flatMap((group) => group.pages.flatMap((page) => [page, ...page.under]))
const reader = (uses: Use[] | null, pathname = '/round'): Reader => ({
  uses: uses && new Set(uses),
  may: () => true,
  pathname,
})
const shown = (to: Reader) => menuFor(MENU, to).flatMap((group) => group.pages.map((page) => page.name))

describe('the menu', () => {
  test('has every page of every room once, but for those of one thing, forms and what is printed', () => {
    const wanted = PAGES.map(({ path }) => `/${path.replace('/:id?', '')}`).filter((to) => !to.includes(':'))
    const reachedFromAPage = [
      ...['/round/away/sheet', '/animals/new', '/animals/import', '/growth/measure', '/incubation/new'],
      ...['/incubation/log', '/rest/new', '/protocols/new', '/protocols/library'],
    ]
    expect([...inMenu.map(({ to }) => to), ...reachedFromAPage].sort()).toEqual(wanted.sort())
  })

  test('calls no two pages by one name, and every page has a title', () => {
    const names = inMenu.map(({ name }) => name)
    expect(new Set(names).size).toBe(names.length)
    expect(PAGES.filter(({ title }) => title.trim() === '')).toEqual([])
  })
})

describe('where an address stands', () => {
  test.each([
    ['/incubation/plan', 'Eggs and young', 'Hatch plan', 'Hatch plan'],
    ['/incubation/3f2a', 'Eggs and young', 'Incubation', 'Incubation'],
    ['/incubation/methods', 'Eggs and young', 'Incubation', 'Methods'],
    ['/rest/units/3f2a', 'Room', 'Cooling units', 'Cooling units'],
    ['/rest/tubs', 'Breeding', 'Rest', 'Rest tubs'],
    ['/animals/3f2a/edit', 'Animals', 'All animals', 'All animals'],
    ['/animals/cards', 'Room', 'Labels', 'Animal cards'],
    ['/round/away/sheet', 'Today', 'Away', 'Away'],
    ['/book/you', 'Book', 'Members', 'Your account'],
  ])('%s is in %s, at %s', (address, group, page, at) => {
    const standing = standingOf(MENU, address)
    expect([standing?.group.name, standing?.page.name, standing?.at.name]).toEqual([group, page, at])
  })
  test('one that no page leads to stands nowhere', () => {
    expect(standingOf(MENU, '/nowhere')).toBeNull()
    expect(standingOf(MENU, '/rounds')).toBeNull()
  })
})

describe('what is shown of it', () => {
  test('a keeper of snakes sees no cohorts, no emergence and no colonies', () => {
    const names = shown(reader(['animals', 'eggs', 'rest']))
    expect(names).toEqual(expect.arrayContaining(['Readiness', 'Rest', 'Incubation', 'Ladder']))
    expect(names).not.toEqual(expect.arrayContaining(['Cohorts']))
    expect(menuFor(MENU, reader(['animals', 'eggs', 'rest'])).map(({ name }) => name)).not.toContain('Groups')
  })
  test('where all bear live young there is no hatch to plan, but a litter to record; without a rest none to plan', () => {
    const names = shown(reader(['animals']))
    for (const name of ['Hatch plan', 'Rest', 'Cooling units']) expect(names).not.toContain(name)
    expect(names).toEqual(
      expect.arrayContaining(['Nest checks', 'Incubation', 'Ladder', 'First meals', 'For sale']),
    )
    const incubation = menuFor(MENU, reader(['animals'])).flatMap(({ pages }) => pages)
    expect(incubation.find(({ name }) => name === 'Incubation')?.under.map(({ name }) => name)).toEqual([
      'Other clocks',
    ])
  })
  test('a keeper of feeders alone breeds nobody one by one', () => {
    expect(menuFor(MENU, reader(['colonies'])).map(({ name }) => name)).not.toContain('Breeding')
    expect(shown(reader(['colonies']))).toContain('Colonies')
  })
  test('an empty book still has its animals, species, places and settings', () => {
    expect(shown(reader([]))).toEqual(
      expect.arrayContaining(['Round', 'All animals', 'Species', 'Places', 'Log', 'Settings']),
    )
  })
  test('nothing is hidden while nobody knows what the book has', () => {
    expect(shown(reader(null))).toEqual(MENU.flatMap(({ pages }) => pages.map(({ name }) => name)))
  })
  test('the page that is open is shown whatever the book has, and so is the way to it', () => {
    expect(shown(reader(['animals'], '/colonies/3f2a'))).toContain('Colonies')
    expect(shown(reader([], '/rest/tubs'))).toContain('Rest')
  })
  test('who buys is nothing for those who may not see it', () => {
    const groups = menuFor(MENU, { ...reader(null), may: (what) => what !== 'see who buys' })
    const sale = groups.flatMap(({ pages }) => pages).find(({ name }) => name === 'For sale')
    expect(sale?.under).toEqual([])
  })
})

describe('what is picked goes along', () => {
  const page = (name: string) => inMenu.find((p) => p.name === name)!
  test('the species from one page of pairing to the next, and no further', () => {
    expect(addressFrom(page('Goals'), page('Season plan'), '?species=cs&plan=7')).toBe(
      '/pairing/season?species=cs',
    )
    expect(addressFrom(page('Goals'), page('Rest'), '?species=cs')).toBe('/rest')
    expect(addressFrom(page('Rest'), page('Checks'), '?plan=7&line=x')).toBe('/rest/checks?plan=7')
    expect(addressFrom(undefined, page('Goals'), '?species=cs')).toBe('/pairing/goals')
  })
})
