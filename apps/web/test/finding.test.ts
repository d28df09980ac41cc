import { findIn } from '../src/shell/finding'

const of = (tag: string, says = 'corn snake') => ({ to: `/animals/${tag}`, tag, says })
const tags = (all: { tag: string }[]) => all.map((f) => f.tag)

describe('what is found by a word', () => {
  it('is nothing before a word is typed', () => {
    expect(findIn([of('C1')], '')).toEqual([])
    expect(findIn([of('C1')], '  ')).toEqual([])
  })
  it('is the very tag first, then tags that begin with it as one counts, then those that hold it, then what is said', () => {
    const all = [of('AC1'), of('C10'), of('C2', 'lives in C1'), of('C1'), of('C12'), of('C100'), of('c1b')]
    expect(tags(findIn(all, 'c1'))).toEqual(['C1', 'c1b', 'C10', 'C12', 'C100', 'AC1', 'C2'])
  })
  it('is found by line and place, whatever the case, and by nothing that is only like it', () => {
    const all = [of('K1', 'corn snake, Kiln, Rack A · A3'), of('K2', 'corn snake, Lamplight')]
    expect(tags(findIn(all, 'KILN'))).toEqual(['K1'])
    expect(tags(findIn(all, 'rack a'))).toEqual(['K1'])
    expect(findIn(all, 'kln')).toEqual([])
  })
  it('is never more than a screen holds, of ten thousand', () => {
    const many = Array.from({ length: 10_000 }, (_, i) => of(`T${i}`))
    expect(tags(findIn(many, 'T9')).slice(0, 3)).toEqual(['T9', 'T90', 'T91'])
    expect(findIn(many, 'T')).toHaveLength(12)
  })
})
