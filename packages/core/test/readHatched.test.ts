import { readHatched, writtenHatched } from '@hatch-book/core'

const today = '2026-05-20'
const read = (text: string) => {
  const reading = readHatched(text, { today })
  if ('says' in reading) return reading.says
  return writtenHatched(reading.value)
}

describe('when an animal hatched, as a keeper says it', () => {
  // Counted on a calendar: eight years before 20 May 2026 is 20 May 2018; half of 365.25 days is 183, half of a month 15.
  test.each([
    ['2025-09-03', '2025-09-03'],
    ['3 Sep 2025', '2025-09-03'],
    ['hatched Sep 2025', '2025-09'],
    ['2025', '2025'],
    ['about 2021', '2021-07-02 ± 183 d'],
    ['2021-07-02 ± 20 d', '2021-07-02 ± 20 d'],
    ['about 8 years', '2018-05-20 ± 365 d'],
    ['8 years', '2017-11-18 ± 183 d'],
    ['eight years old', '2017-11-18 ± 183 d'],
    ['10 days', '2026-05-10'],
    ['6 weeks', '2026-04-04 ± 4 d'],
    ['2 years 3 months', '2024-02-03 ± 15 d'],
    ['2.5 years', '2023-11-19 ± 91 d'],
    ['18m', '2024-11-03 ± 15 d'],
    ['', ''],
    ['not known', ''],
  ])('%s', (text, written) => expect(read(text)).toBe(written))

  test('one that came some time ago: how long ago, and how old it was then, added', () => {
    // Three years, give or take half of one, and nine to eighteen months: 913 to 1,278 days and 270 to 540 more.
    expect(read('came 3 years ago as a yearling')).toBe('2022-04-10 ± 318 d')
    // From 20 May 2022 to today are 1,461 days; to the age of 60 then.
    expect(read('bought on 2022-05-20 as a hatchling')).toBe('2022-04-20 ± 30 d')
    // The year 2022 lies 1,236 to 1,600 days back; a two-year-old is between two and three.
    expect(read('came in 2022 as a two-year-old')).toBe('2020-01-01 ± 365 d')
    expect(read('came 3 years ago as an adult')).toMatch(/how old it was then/)
    expect(read('came once as a yearling')).toMatch(/‘once’ is not a date/)
  })

  test('what it cannot read is said, and an age nobody reaches is no age', () => {
    expect(read('last spring')).toMatch(/is not a date/)
    expect(read('3000 years')).toMatch(/is not a date/)
    expect(read('03/04/2025')).toMatch(/can be two days/)
    expect(readHatched('8 years')).toHaveProperty('says')
  })

  test('what was written is read back as the same', () => {
    for (const text of ['2025-09-03', '2025-09', '2025', 'about 8 years', 'came 3 years ago as a yearling'])
      expect(read(read(text))).toBe(read(text))
  })
})
