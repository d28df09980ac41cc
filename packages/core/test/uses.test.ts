import { compileProtocol, startingDocuments, usesOf, type ProtocolDocument } from '@hatch-book/core'

const starting = (code: string) => startingDocuments.find((d) => d.code === code)!
const uses = (document: ProtocolDocument, animals = 0) => {
  const protocol = document.keptAs === 'colonies' ? null : compileProtocol(document)
  return usesOf(document, protocol, animals)
}

describe('the kinds of work that a species brings', () => {
  test('a corn snake is kept one by one, rests and lays', () => {
    expect(uses(starting('CS'))).toEqual(['animals', 'rest', 'eggs'])
  })
  test('a frog has a tag when grown, and is counted while a tadpole', () => {
    expect(uses(starting('DF'))).toEqual(expect.arrayContaining(['animals', 'cohorts']))
  })
  test('a species kept in cohorts has no single animals until one is given a tag', () => {
    const [counted] = startingDocuments.filter(({ keptAs }) => keptAs === 'cohorts')
    expect(uses(counted!)).toContain('cohorts')
    expect(uses(counted!)).not.toContain('animals')
    expect(uses(counted!, 1)).toContain('animals')
  })
  test('a colony is a colony and nothing else', () => {
    const [colony] = startingDocuments.filter(({ keptAs }) => keptAs === 'colonies')
    expect(uses(colony!)).toEqual(['colonies'])
  })
  test('of one whose protocol cannot be used nobody knows that it does not rest or lay', () => {
    expect(usesOf(starting('CS'), null, 3)).toEqual(['animals', 'rest', 'eggs'])
  })
  test('whoever bears live young has no eggs to keep', () => {
    const bearers = startingDocuments.filter(
      (d) => d.keptAs === 'animals' && compileProtocol(d)?.incubation === null,
    )
    expect(bearers.length).toBeGreaterThan(0)
    for (const bearer of bearers) expect(uses(bearer)).not.toContain('eggs')
  })
})
