import { entryKinds, fieldsOfEntry } from '@hatch-book/core'

const told = (kind: Parameters<typeof fieldsOfEntry>[0]) =>
  fieldsOfEntry(kind).map((f) => `${f.label}: ${f.of}${f.isOptional ? ', may be empty' : ''}`)

describe('what of an entry can be written otherwise', () => {
  test('is what a keeper measured, chose or wrote, each by its own kind of field', () => {
    expect(told('weighed')).toEqual([
      ...['Weight: mass', 'Context: choice, may be empty', 'Condition: choice, may be empty'],
      'Remark: text, may be empty',
    ])
    expect(told('shed')).toEqual(['Whole: yes or no, may be empty', 'Remark: text, may be empty'])
    expect(told('quarantined')).toEqual(['Until: day', 'Remark: text, may be empty'])
    expect(told('noted')).toEqual(['Note: text'])
    expect(fieldsOfEntry('meal').find((f) => f.name === 'outcome')!.options).toContain('refused')
  })

  test('is not whom it names: that is chosen on the page it belongs to', () => {
    expect(told('moved').join()).not.toMatch(/place/i)
  })

  test('has a word of its own in every kind, and none twice', () => {
    for (const kind of entryKinds) {
      const labels = fieldsOfEntry(kind).map((f) => f.label)
      expect([kind, new Set(labels).size]).toEqual([kind, labels.length])
      expect(labels.join()).not.toMatch(/Id\b|undefined/)
    }
  })
})
