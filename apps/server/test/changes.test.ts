import type { Touched } from '@hatch-book/contract'
import { BookChanges, wroteNotice as noticeOf } from '../src/db/changes'

const wroteNotice = (bookId: string, animals: string[], parts: Touched = 'everything') =>
  noticeOf(bookId, animals, parts)

const OWN = 11
const FOREIGN = 12
function hearing() {
  const changes = new BookChanges()
  changes.opened(OWN)
  changes.listens(true)
  return changes
}

test('a stamp stands until something is written in its book, by this server or by another', () => {
  const changes = hearing()
  const stamp = changes.stampOf('a')
  changes.heard('b', null)
  expect(changes.stampOf('a')).toBe(stamp)
  changes.heard('a', null)
  const second = changes.stampOf('a')
  expect(second).not.toBe(stamp)
  changes.hearNotice(wroteNotice('a', ['x']), FOREIGN)
  expect(changes.stampOf('a')).not.toBe(second)
})

test('what this server wrote itself was counted when it was written, and is not counted again', () => {
  const changes = hearing()
  changes.heard('a', ['x'])
  const stamp = changes.stampOf('a')
  changes.hearNotice(wroteNotice('a', ['x']), OWN)
  expect(changes.stampOf('a')).toBe(stamp)
  changes.closed(OWN)
  changes.hearNotice(wroteNotice('a', ['x']), OWN)
  expect(changes.stampOf('a')).not.toBe(stamp)
})

test('it tells which animals were touched since, and that it does not know where anything may have been', () => {
  const changes = hearing()
  changes.heard('a', ['w'])
  const stamp = changes.stampOf('a')!
  expect(changes.touchedSince('a', stamp)).toEqual(new Set())
  changes.heard('a', ['x', 'y'])
  changes.hearNotice(wroteNotice('a', ['y', 'z']), FOREIGN)
  expect(changes.touchedSince('a', stamp)).toEqual(new Set(['x', 'y', 'z']))
  changes.heard('a', null)
  expect(changes.touchedSince('a', stamp)).toBeNull()
})

test('more animals than a notice holds are told as anything, and what is long past is not remembered', () => {
  const many = Array.from({ length: 201 }, (_, i) => `animal ${i}`)
  const changes = hearing()
  const stamp = changes.stampOf('a')!
  changes.hearNotice(wroteNotice('a', many), FOREIGN)
  expect(changes.touchedSince('a', stamp)).toBeNull()

  const later = changes.stampOf('a')!
  for (let i = 0; i < 5000; i++) changes.heard('a', ['x'])
  expect(changes.touchedSince('a', later)).toBeNull()
  const last = changes.stampOf('a')!
  changes.heard('a', ['x'])
  expect(changes.touchedSince('a', last)).toEqual(new Set(['x']))
})

test('while it does not hear, nothing stands; nor does what it knew before it was deaf', () => {
  const changes = hearing()
  const stamp = changes.stampOf('a')!
  changes.listens(false)
  expect(changes.stampOf('a')).toBeNull()
  expect(changes.touchedSince('a', stamp)).toBeNull()
  changes.listens(true)
  expect(changes.stampOf('a')).not.toBe(stamp)
  expect(changes.touchedSince('a', stamp)).toBeNull()
})

test('notices of other things are no changes', () => {
  const changes = hearing()
  const stamp = changes.stampOf('a')
  changes.hearNotice('book:a\nchanged', FOREIGN)
  expect(changes.stampOf('a')).toBe(stamp)
})

describe('an answer that rests on some parts of a book', () => {
  const stands = (
    write: (changes: BookChanges) => void,
    ...reads: Parameters<BookChanges['stampOfParts']>[1]
  ) => {
    const changes = hearing()
    const stamp = changes.stampOfParts('a', reads)
    write(changes)
    return changes.stampOfParts('a', reads) === stamp
  }

  it('stands while others are written, by this server or by another', () => {
    expect(stands((c) => c.heard('a', ['x'], ['animals', 'log']), 'climate', 'places')).toBe(true)
    expect(stands((c) => c.heard('a', ['x'], ['animals']), 'climate', 'animals')).toBe(false)
    expect(stands((c) => c.hearNotice(wroteNotice('a', ['x'], ['climate']), FOREIGN), 'animals')).toBe(true)
    expect(stands((c) => c.hearNotice(wroteNotice('a', ['x'], ['climate']), FOREIGN), 'climate')).toBe(false)
  })

  it('does not stand where anything may have been written; of the log every write is', () => {
    expect(stands((c) => c.heard('a', null), 'trade')).toBe(false)
    expect(stands((c) => c.hearNotice(wroteNotice('a', []), FOREIGN), 'trade')).toBe(false)
    expect(stands((c) => c.heard('a', null, ['rests']), 'log')).toBe(false)
    // What is stored of what was worked out is no write that anybody reads.
    expect(stands((c) => c.heard('a', [], []), 'log', 'animals')).toBe(true)
    expect(stands((c) => c.hearNotice(wroteNotice('a', [], []), FOREIGN), 'log', 'animals')).toBe(true)
  })

  it('stands for nothing while others are not heard', () => {
    const changes = hearing()
    changes.listens(false)
    expect(changes.stampOfParts('a', ['animals'])).toBeNull()
  })
})
