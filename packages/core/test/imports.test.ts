import { guessDateOrder, guessMassUnit, readListDate, readMass } from '../src'

const date = (text: string, order?: 'day first' | 'month first') => {
  const read = readListDate(text, order)
  return 'says' in read ? read.says : Object.values(read.value).join('-')
}

describe('dates of lists', () => {
  test.each([
    ['2025-09-03', '2025-09-03'],
    ['2025-09-03T14:20:00Z', '2025-09-03'],
    ['2025/9/3 2:20 pm', '2025-09-03'],
    ['3.9.25', '2025-09-03'],
    ['25/09/98', '1998-09-25'],
    ['3 Sep 2025', '2025-09-03'],
    ['September 3rd, 2025', '2025-09-03'],
    ['3-Sept-25', '2025-09-03'],
    ['3. März 2025', '2025-03-03'],
    ['12 août 2024', '2024-08-12'],
    ['Sep 2025', '2025-09'],
    ['2025-09', '2025-09'],
    ['2025', '2025'],
    // The spreadsheets' own count: 1 January 2025 is 45658 days after their day 0.
    ['45658', '2025-01-01'],
  ])('%s', (text, read) => expect(date(text)).toBe(read))

  test('figures that could be two days are read by the order of their column, and refused without one', () => {
    expect(date('3/9/2025')).toContain('can be two days')
    expect(date('3/9/2025', 'day first')).toBe('2025-09-03')
    expect(date('3/9/2025', 'month first')).toBe('2025-03-09')
    // What leaves no doubt is not bent to the order.
    expect(date('25/9/2025', 'month first')).toBe('2025-09-25')
  })

  test.each(['31.4.2025', '2025-13', 'last spring', '99/99/2025', '12345', 'May', '3 Nonsense 2025'])(
    '%s is no date',
    (text) => expect(date(text)).toMatch(/not a day|no such month|not a date/),
  )

  test('the order of a column is told by its cells without doubt; contradiction and silence tell nothing', () => {
    expect(guessDateOrder(['3/9/2025', '25/9/2025', '5/5/2025'])).toEqual({
      ...{ order: 'day first', dayFirst: 1, monthFirst: 0, open: 1 },
    })
    expect(guessDateOrder(['9/25/2025', '1/2/2025']).order).toBe('month first')
    expect(guessDateOrder(['25/9/2025', '9/25/2025']).order).toBeNull()
    expect(guessDateOrder(['1/2/2025', '2025-09-03']).order).toBeNull()
  })

  test('every day of four years is read back from each way of writing it', () => {
    for (let day = Date.UTC(2023, 0, 1); day < Date.UTC(2027, 0, 1); day += 86_400_000) {
      const iso = new Date(day).toISOString().slice(0, 10)
      const [y, m, d] = iso.split('-')
      const name = new Date(day).toLocaleString('en', { month: 'short', timeZone: 'UTC' })
      const ways = [
        [`${d}/${m}/${y}`, 'day first'],
        [`${Number(m)}/${Number(d)}/${y!.slice(2)}`, 'month first'],
        [`${Number(d)} ${name} ${y}`],
        [String(day / 86_400_000 + 25_569)],
      ] as const
      expect([iso, ...ways.map(([text, order]) => date(text, order))]).toEqual([iso, iso, iso, iso, iso])
    }
  })
})

describe('weights of lists', () => {
  test.each([
    ['412', 'g', 412],
    ['412,5', 'g', 412.5],
    ['412.5 g', 'g', 412.5],
    ['14.5', 'oz', 411.07],
    ['14.5 oz', 'g', 411.07],
    ['1.2', 'kg', 1200],
    ["1'250", 'g', 1250],
    ['1,250.5', 'g', 1250.5],
    ['1.250,5', 'g', 1250.5],
    ['1,250', 'g', 1250],
    ['2 lbs', 'g', 907.18],
    ['', 'g', null],
    ['–', 'g', null],
  ] as const)('%j in %s', (cell, unit, grams) => expect(readMass(cell, unit)).toEqual({ value: grams }))

  test.each(['heavy', '0', '-3', '4 stone', '1e9', '5..2.', '=1+1'])('%s is refused', (cell) =>
    expect(readMass(cell)).toHaveProperty('says'),
  )

  test('the heading names the unit, else the cells do, else it is the usual one', () => {
    expect(guessMassUnit('Weight (oz)', ['3 g'], 'g')).toEqual({ unit: 'oz', by: 'heading' })
    expect(guessMassUnit('wt', ['3 lb', '4 lbs', '2 g'], 'g')).toEqual({ unit: 'lb', by: 'cells' })
    expect(guessMassUnit('weight', ['3', '4'], 'oz')).toEqual({ unit: 'oz', by: 'usual' })
  })
})
