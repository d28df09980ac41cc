import { lookInWords, NO_GENES, readLook, startingGenes } from '@hatch-book/core'

const corn = startingGenes('CS')

describe('the look of an animal as it is written down', () => {
  const said = (text: string, genes = NO_GENES) =>
    readLook(text, genes).parts.map(({ trait, carries, certainty }) => `${carries} ${trait} ${certainty}`)

  test.each([
    ['albino, 66 % het anery', ['shows albino 1', 'carries anery 0.66']],
    ['Blue eyed and het for moon-spot', ['shows blue eyed 1', 'carries moon-spot 1']],
    ['maybe albino', ['carries albino 0.5']],
    ['albino?', ['shows albino 0.5']],
    ['no stripe', ['without stripe 1']],
    ['plain', ['shows plain 1']],
    ['  , ', []],
  ])('of a species whose genes nobody wrote: %s', (text, parts) => {
    expect(said(text)).toEqual(parts)
    expect(readLook(text, NO_GENES).unread).toEqual([])
  })

  test('what the species names is that; what is like it is asked about; anything else is a look of its own', () => {
    expect(said('amel het motley, tiger-eyed', corn)).toEqual([
      ...['shows amelanistic 1', 'carries motley 1', 'shows tiger-eyed 1'],
    ])
    expect(readLook('tiger-eyed', corn).parts[0]).toMatchObject({ isNew: true })
    expect(readLook('motly', corn)).toEqual({
      parts: [],
      unread: [{ text: 'motly', says: "'motly' is not a known trait; did you mean motley?" }],
    })
    expect(readLook('amel tiger-eyed', corn).unread[0]!.says).toMatch(/put a comma before it/)
    expect(readLook('<script>', corn)).toMatchObject({ parts: [], unread: [{}] })
    expect(readLook('130 % het anery', corn).unread[0]!.says).toBe('a chance is at most 100 %')
  })

  test('told in the shorthand it was said in, what shows before what is carried', () => {
    const told = (text: string) => lookInWords(readLook(text, NO_GENES).parts).join(', ')
    expect(told('66 % het anery, albino, no ghost, het moon, two copies of stripe')).toBe(
      'albino, two copies of stripe, het moon, 66 % het anery',
    )
    expect(told('albino?')).toBe('50 % albino')
    expect(lookInWords([{ trait: 'red line', carries: 'shows', certainty: 1, score: 4 }])).toEqual([
      'red line 4',
    ])
  })
})
