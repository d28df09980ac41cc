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
  it('is found by line and place, whatever the case', () => {
    const all = [of('K1', 'corn snake, Kiln, Rack A · A3'), of('K2', 'corn snake, Lamplight')]
    expect(tags(findIn(all, 'KILN'))).toEqual(['K1'])
    expect(tags(findIn(all, 'rack a'))).toEqual(['K1'])
    expect(findIn(all, 'kln')).toEqual([])
  })
  it('is found misspelt, after all that is spelt so; but a tag is never taken for another', () => {
    const all = [
      of('C14', 'corn snake, Lamplight'),
      of('C15', 'corn snake, Kiln'),
      of('B1', 'boa, lamplands'),
    ]
    expect(tags(findIn(all, 'lamplihgt'))).toEqual(['C14'])
    expect(tags(findIn(all, 'lampl'))).toEqual(['B1', 'C14'])
    expect(tags(findIn(all, 'corm snake kiln'))).toEqual(['C15'])
    expect(findIn(all, 'C16')).toEqual([])
    expect(findIn(all, 'zebra')).toEqual([])
  })
  it('is by a word that is not said too, such as what a page is for', () => {
    const act = { to: '/incubation/new', tag: 'Record a clutch', says: 'begin', also: 'eggs, laid' }
    expect(findIn([of('C1'), act], 'laid')).toEqual([act])
    expect(findIn([of('C1'), act], 'new clutch')).toEqual([])
    expect(findIn([of('C1'), act], 'clutch')).toEqual([act])
  })
  it('is what was opened last where no word is written, and that first among equals', () => {
    const all = [of('C1'), of('C2'), of('C10'), of('C3')]
    expect(tags(findIn(all, '', ['/animals/C3', '/gone', '/animals/C10']))).toEqual(['C3', 'C10'])
    expect(tags(findIn(all, 'c', ['/animals/C3']))).toEqual(['C3', 'C1', 'C2', 'C10'])
  })
  it('is never more than a screen holds, of ten thousand', () => {
    const many = Array.from({ length: 10_000 }, (_, i) => of(`T${i}`))
    expect(tags(findIn(many, 'T9')).slice(0, 3)).toEqual(['T9', 'T90', 'T91'])
    expect(findIn(many, 'T')).toHaveLength(12)
  })
})
