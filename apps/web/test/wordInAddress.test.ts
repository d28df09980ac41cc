import { addressNow, typedNow, type Typed } from '../src/shell/wordInAddress'

const blank: Typed = { word: '', seen: '', underWay: [] }
const typed = (...words: string[]) => words.reduce(typedNow, blank)

describe('a word that is typed and stands in the address', () => {
  it('is not taken back by an address that comes later than the next letter', () => {
    const both = typed('K', 'K0')
    const late = addressNow(both, 'K')
    expect(late.word).toBe('K0')
    expect(addressNow(late, 'K0')).toMatchObject({ word: 'K0', underWay: [] })
  })
  it('holds where a letter in between never reached the address', () => {
    expect(addressNow(typed('K', 'K0', 'K02'), 'K02')).toEqual({ word: 'K02', seen: 'K02', underWay: [] })
  })
  it('holds while letters are taken away and typed again', () => {
    const again = typed('K', '', 'K')
    expect(addressNow(again, 'K').word).toBe('K')
    expect(addressNow(addressNow(again, 'K'), '').word).toBe('K')
  })
  it('follows whoever goes back or takes a link', () => {
    const there = addressNow(typed('K0'), 'K0')
    expect(addressNow(there, '')).toEqual(blank)
    expect(addressNow(typed('K', 'K0'), 'C1').word).toBe('C1')
  })
})
