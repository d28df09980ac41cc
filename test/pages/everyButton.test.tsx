import './dom'
import { newId, type EntryInput } from '@hatch-book/contract'
import { readyForEveryKind, SAID } from '../../apps/server/test/everyKind'
import { openFullBook } from '../../apps/server/test/fullBook'
import { entered, TODAY } from '../../apps/server/test/support'
import { inOtherUnits, pagesOf } from './opened'
import { inOurUnits, pressAll, refused, roundTheView } from './pressing'
import { addressIn, VIEWS } from './views'

/*
 * Every button of every view is pressed once while the server refuses whatever is to be written, in a book of ounces and Fahrenheit with something
 * in every room. Whatever was refused is said somewhere on the page, in the server's words: nobody goes on in the belief that something is written
 * that is not. Whatever is pressed, nothing breaks, and nothing is said in grams or degrees Celsius.
 */
const full = pagesOf(async (server) => {
  const full = await openFullBook(server, 'Full')
  await readyForEveryKind(full)
  // Somebody has reserved one of them.
  const reserved = { id: newId(), at: `${TODAY}T12:00:00.000Z`, ...SAID.reserved!(full) }
  await entered(full.book, [reserved as EntryInput], 'owner')
  return inOtherUnits(full)
})

/* A protocol is edited in the units in which it is given away. A logger's file is in whatever its maker chose. */
const IN_OUR_UNITS = ['protocols/:id', 'incubation/log']
const held = (path: string, isOfAField: boolean) => ({
  press: refused(full, isOfAField),
  wrongIn: () => (IN_OUR_UNITS.includes(path) ? [] : inOurUnits()),
})

test.each([false, true])('what stands round every view', async (isOfAField) => {
  const round = { ...held('messages', isOfAField), among: roundTheView }
  expect(await pressAll(full, '/messages', round)).toEqual([])
})

// Every other view hears of the whole, the others of a field that none of its forms has.
test.each(VIEWS.map((path, i) => [path, i % 2 === 0] as const))('%s', async (path, isOfAField) => {
  const address = addressIn(path, full.of)
  if (address) expect(await pressAll(full, address, held(path, isOfAField))).toEqual([])
})
