import { completeSlate, parseSlate, type SlateContext, type SlateEntry } from '../src'

const crickets = Array.from({ length: 201 }, (_, i) => `A${i + 1}`)
const context: SlateContext = {
  today: '2027-05-27',
  tags: ['C14', 'C15', 'C16', 'C31', ...crickets],
  groups: [
    { name: 'dune boa', tags: ['C14', 'C15', 'C16'] },
    { name: 'ridge racer', tags: [] },
    { name: 'field cricket', tags: crickets },
  ],
}
const read = (line: string) => parseSlate(line, context)[0]!
const short = ({ kind, tags, payload }: SlateEntry) => `${kind} ${tags.join('+')} ${JSON.stringify(payload)}`

describe('a species by its name', () => {
  test('stands for all of it that live here, one or many, beside others', () => {
    expect(read('dune boas ate 1 hopper mouse').entries.map(short)).toEqual(
      ['C14', 'C15', 'C16'].map((tag) => `meal ${tag} {"outcome":"taken","prey":"1 hopper mouse"}`),
    )
    expect(read('Dune boa, C31 shed yesterday').entries.map(({ tags, on }) => [...tags, on])).toEqual(
      ['C14', 'C15', 'C16', 'C31'].map((tag) => [tag, '2027-05-26']),
    )
  })
  test('of which nobody lives here, or too many, is not written of', () => {
    expect(read('ridge racers shed').problem?.says).toBe('there is no ridge racer here')
    expect(read('field crickets shed').problem?.says).toMatch(/^201 live here: write at most 200/)
  })
  test('is no pair, no range and no place', () => {
    expect(read('dune boa + C31 introduced').problem?.says).toBe('two of them make a pair, not a range')
    expect(read('dune boa-C31 shed').problem?.says).toMatch(/not a tag of this book/)
  })
  test('is offered while one types', () => {
    expect(completeSlate('dun', context)).toContain('dune boa')
  })
})
