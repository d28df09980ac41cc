import { newId } from '@hatch-book/contract'
import { isSecret, newToken, readToken, secretHash } from '../src/shell/token'

describe('a token of a session, a device or a link', () => {
  const [bookId, id] = [newId(), newId()]

  it('is read as it was made, and only its own secret opens what it names', () => {
    const { token, secretHash: stored } = newToken(bookId, id)
    const read = readToken(token)!
    expect(read).toMatchObject({ bookId, id })
    expect(isSecret(read.secret, stored)).toBe(true)
    expect(isSecret(newToken(bookId, id).token.split('.')[2]!, stored)).toBe(false)
    expect(isSecret('', stored)).toBe(false)
    expect(token).not.toContain(stored)
  })
  it('is never made twice', () => {
    const made = Array.from({ length: 50 }, () => newToken(bookId, id).token)
    expect(new Set(made).size).toBe(50)
  })
  it('is none where a part is missing, strange or too much', () => {
    const { token } = newToken(bookId, id)
    for (const text of [
      ...[
        undefined,
        '',
        '.',
        '..',
        'a.b.c',
        `${bookId}.${id}.`,
        `${bookId}..x`,
        `.${id}.x`,
        `${bookId}.${id}`,
      ],
      ...[`${token}.more`, `${bookId}'--.${id}.x`, `${bookId}.${id.slice(1)}.x`, token.replaceAll('.', ':')],
    ])
      expect([text, readToken(text)]).toEqual([text, null])
  })
  it('is not opened by a stored hash that is cut short or empty', () => {
    expect(isSecret('x', '')).toBe(false)
    expect(isSecret('x', secretHash('x').slice(1))).toBe(false)
    expect(isSecret('x', secretHash('x'))).toBe(true)
  })
})
