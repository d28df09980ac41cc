import { completeSlate, parseSlate, sayIn, type SlateContext, type SlateEntry } from '../src'

const numbered = (prefix: string, count: number) =>
  Array.from({ length: count }, (_, i) => `${prefix}${i + 1}`)
const context: SlateContext = {
  today: '2027-05-27',
  tags: [
    ...['C02', 'C11', 'C14', 'C15', 'C16', 'C17', 'C31', 'F07', 'F08', 'M2', 'Z01-27a', 'A1 males', 'K10'],
    ...[...numbered('A', 12), ...numbered('N', 4), 'H2', 'B1', 'Q1', 'R1', 'M1'],
  ],
  stages: ['size 2', 'size 3', 'L3', 'L4', 'pupal cell', 'nymph 3', 'females', 'males'],
}
const read = (line: string) => parseSlate(line, context)[0]!
/** Kind, tags, and what it carries, in one line: `weighed C14 {"grams":84}`. */
const short = ({ kind, tags, payload }: SlateEntry) =>
  `${kind} ${tags.join('+')}${Object.keys(payload).length > 0 ? ` ${JSON.stringify(payload)}` : ''}`

/** Lines as keepers write them, and every entry they make. */
const LINES: [line: string, ...entries: string[]][] = [
  ['c14 84g', 'weighed C14 {"grams":84}'],
  ['C14 84 g', 'weighed C14 {"grams":84}'],
  ['c14 weighs 84g', 'weighed C14 {"grams":84}'],
  ['c14 weighed 84.5g', 'weighed C14 {"grams":84.5}'],
  ['c14 84,5g', 'weighed C14 {"grams":84.5}'],
  ['c14 1.2kg', 'weighed C14 {"grams":1200}'],
  ['c14 450mg', 'weighed C14 {"grams":0.45}'],
  ['c14 2oz', 'weighed C14 {"grams":56.699046}'],
  ['c14 84g empty', 'weighed C14 {"grams":84,"context":"empty"}'],
  ['c14 412g gravid', 'weighed C14 {"grams":412,"context":"gravid"}'],
  ['c14 90g full', 'weighed C14 {"grams":90,"context":"fed"}'],
  ['c14 refused', 'meal C14 {"outcome":"refused"}'],
  ['c14 ref', 'meal C14 {"outcome":"refused"}'],
  ['c14 ate', 'meal C14 {"outcome":"taken"}'],
  ['c14 ate 1 adult mouse', 'meal C14 {"outcome":"taken","prey":"1 adult mouse"}'],
  ['c14 ate hopper mouse', 'meal C14 {"outcome":"taken","prey":"hopper mouse"}'],
  ['c14 took 2 hopper mice 18g', 'meal C14 {"outcome":"taken","prey":"2 hopper mice","grams":18}'],
  ['c14 fed 6 crickets with CaD', 'meal C14 {"outcome":"taken","prey":"6 crickets","supplement":"CaD"}'],
  ['c14 ate crickets with mv', 'meal C14 {"outcome":"taken","prey":"crickets","supplement":"MV"}'],
  ['c14 offered pinky', 'meal C14 {"outcome":"offered","prey":"pinky"}'],
  ['c14 brought up', 'meal C14 {"outcome":"brought up"}'],
  ['c14 regurgitated', 'meal C14 {"outcome":"brought up"}'],
  [
    'c31 338g, ate 1 adult mouse',
    'weighed C31 {"grams":338}',
    'meal C31 {"outcome":"taken","prey":"1 adult mouse"}',
  ],
  ['c31 338g ate', 'weighed C31 {"grams":338}', 'meal C31 {"outcome":"taken"}'],
  ['c14 shed', 'shed C14 {"whole":true}'],
  ['c14 shed whole', 'shed C14 {"whole":true}'],
  ['c14 shed in pieces', 'shed C14 {"whole":false}'],
  ['c14 blue', 'going into shed C14'],
  ['c14 in shed', 'going into shed C14'],
  ['c14 opaque, refused', 'going into shed C14', 'meal C14 {"outcome":"refused"}'],
  ['c14 droppings', 'droppings C14'],
  ['c14 shed, droppings, 84g', 'shed C14 {"whole":true}', 'droppings C14', 'weighed C14 {"grams":84}'],
  ['c14 moved to a4', 'moved C14 {"place":"a4"}'],
  ['c14 moved a4', 'moved C14 {"place":"a4"}'],
  ['c14 moves into A12', 'moved C14 {"place":"A12"}'],
  ['c14 sexed f', 'sexed C14 {"sex":"female"}'],
  ['c14 sexed male', 'sexed C14 {"sex":"male"}'],
  ['c14 female', 'sexed C14 {"sex":"female"}'],
  ['c14 condition 3', 'condition C14 {"condition":3}'],
  ['c14 cond 3.5', 'condition C14 {"condition":3.5}'],
  ['c14 girth 41mm', 'measured C14 {"girthMm":41}'],
  ['c14 girth 4.1 cm', 'measured C14 {"girthMm":41}'],
  ['c14 214mm', 'measured C14 {"lengthMm":214}'],
  ['c14 length 21.4 cm', 'measured C14 {"lengthMm":214}'],
  ['m1 shell 41mm', 'measured M1 {"shellMm":41}'],
  ['m1 carapace 41mm, 38g', 'measured M1 {"shellMm":41}', 'weighed M1 {"grams":38}'],
  ['c14 moulted', 'moulted C14'],
  ['c14 snout to vent 60 mm', 'measured C14 {"bodyMm":60}'],
  ['c14 svl 60mm', 'measured C14 {"bodyMm":60}'],
  ['k10 wingspan 180mm', 'measured K10 {"wingsMm":180}'],
  [
    'c14 ate 2 crickets head 9mm',
    'meal C14 {"outcome":"taken","prey":"2 crickets"}',
    'measured C14 {"headMm":9}',
  ],
  // Where no length follows, a part of the body is a word like any other.
  ['m1 problem shell soft', 'problem found M1 {"problem":"shell soft"}'],
  ['c14 problem head tilt', 'problem found C14 {"problem":"head tilt"}'],
  ['c14 ate shell of a snail', 'meal C14 {"outcome":"taken","prey":"shell of a snail"}'],
  ['c14 head 9 mm', 'measured C14 {"headMm":9}'],
  ['c14 problem mites', 'problem found C14 {"problem":"mites"}'],
  ['c14 problem kinked tail', 'problem found C14 {"problem":"kinked tail"}'],
  ['c14 problem over mites', 'problem over C14 {"problem":"mites"}'],
  ['c14 died', 'died C14'],
  ['c14 died eggbound', 'died C14 {"cause":"eggbound"}'],
  ['c14 dead', 'died C14'],
  ['m2+f07 locked 21:40', 'locked M2+F07'],
  ['m2 + f07 locked 35 min', 'locked M2+F07 {"minutes":35}'],
  ['m2 x f07 locked', 'locked M2+F07'],
  ['m2×f07 introduced', 'introduced M2+F07'],
  ['m2+f07 together', 'introduced M2+F07'],
  ['m2+f07 apart', 'separated M2+F07'],
  ['m2+f07 separated', 'separated M2+F07'],
  ['m2+f07 ignored', 'ignored M2+F07'],
  ['m2+f07 courting', 'courted M2+F07'],
  ['m2+f07 fought, separated', 'attacked M2+F07', 'separated M2+F07'],
  ['f07 laid 11 2bad', 'laid F07 {"eggs":11,"bad":2}'],
  ['f07 laid 11 2 bad', 'laid F07 {"eggs":11,"bad":2}'],
  ['f07 laid 11 eggs', 'laid F07 {"eggs":11}'],
  ['f07 laid 11 eggs 2 slugs', 'laid F07 {"eggs":11,"bad":2}'],
  ['f07 laid', 'laid F07'],
  ['f07 laid 9', 'laid F07 {"eggs":9}'],
  ['f07 laid 2 bad', 'laid F07 {"bad":2}'],
  ['h2 set to 28.5 °C', 'set point H2 {"celsius":28.5}'],
  ['h2 set 82F', 'set point H2 {"celsius":27.777778}'],
  ['a4 cleaned', 'cleaned A4'],
  ['a4 misted', 'misted A4'],
  ['a4 soiled', 'soiled A4'],
  ['a4 water', 'water changed A4'],
  ['a4 water changed', 'water changed A4'],
  ['m1 moulted 12', 'moulted on M1 {"shares":[{"of":"","low":12,"high":12}]}'],
  ['m1 moulted 12 L3', 'moulted on M1 {"shares":[{"of":"L3","low":12,"high":12}]}'],
  ['m1 lost 2 l4', 'lost M1 {"shares":[{"of":"l4","low":2,"high":2}]}'],
  [
    'm1 counted 40 L3 22 L4',
    'counted M1 {"shares":[{"of":"L3","low":40,"high":40},{"of":"L4","low":22,"high":22}]}',
  ],
  ['m1 counted 35-45 L3', 'counted M1 {"shares":[{"of":"L3","low":35,"high":45}]}'],
  ['q1 fed off 30 size 2', 'fed off Q1 {"shares":[{"of":"size 2","low":30,"high":30}]}'],
  ['r1 fed off 12 nymph 3', 'fed off R1 {"shares":[{"of":"nymph 3","low":12,"high":12}]}'],
  ['a1 males emerged 3 males', 'emerged A1 males {"shares":[{"of":"males","low":3,"high":3}]}'],
  ['b1 collected 30 eggs', 'eggs collected B1 {"shares":[{"of":"eggs","low":30,"high":30}]}'],
  ['c14 noted looks thin', 'noted C14 {"text":"looks thin"}'],
  ['c14 note 2 ticks', 'noted C14 {"text":"2 ticks"}'],
  ['c14 # looks thin today', 'noted C14 {"text":"looks thin today"}'],
  ['c14 "restless"', 'noted C14 {"text":"restless"}'],
  ['c14 84g # before the meal', 'weighed C14 {"grams":84,"note":"before the meal"}'],
  ['c14 84g, ate -- late', 'weighed C14 {"grams":84}', 'meal C14 {"outcome":"taken","note":"late"}'],
  ['c14, c15 ate', 'meal C14 {"outcome":"taken"}', 'meal C15 {"outcome":"taken"}'],
  ['c14 and c15 shed', 'shed C14 {"whole":true}', 'shed C15 {"whole":true}'],
  [
    'c14 & c15, c17 refused',
    'meal C14 {"outcome":"refused"}',
    'meal C15 {"outcome":"refused"}',
    'meal C17 {"outcome":"refused"}',
  ],
  [
    'c14-c17 ate',
    'meal C14 {"outcome":"taken"}',
    'meal C15 {"outcome":"taken"}',
    'meal C16 {"outcome":"taken"}',
    'meal C17 {"outcome":"taken"}',
  ],
  ['c14-17 droppings', 'droppings C14', 'droppings C15', 'droppings C16', 'droppings C17'],
  ['a9-a11 cleaned', 'cleaned A9', 'cleaned A10', 'cleaned A11'],
  ['n1-n2, n4 misted', 'misted N1', 'misted N2', 'misted N4'],
  ['c14, c14 shed', 'shed C14 {"whole":true}'],
  ['z01-27a noted first pips', 'noted Z01-27a {"text":"first pips"}'],
  ['  c14   84g  ', 'weighed C14 {"grams":84}'],
  ['c14 84g.', 'weighed C14 {"grams":84}'],
]

test.each(LINES)('%s', (line, ...entries) => {
  const { problem, entries: made } = read(line)
  expect(problem).toBeNull()
  expect(made.map(short)).toEqual(entries)
})

/** Today is Thursday, the 27th of May. */
const DAYS: [line: string, on: string, at: string | null][] = [
  ['c14 ate', '2027-05-27', null],
  ['c14 ate today', '2027-05-27', null],
  ['yesterday c14 ate', '2027-05-26', null],
  ['c14 ate yesterday', '2027-05-26', null],
  ['c14 ate yesterday 21:40', '2027-05-26', '21:40'],
  ['c14 ate 9:05', '2027-05-27', '09:05'],
  ['c14 ate 3 apr', '2027-04-03', null],
  ['3 april c14 ate', '2027-04-03', null],
  ['apr 3 c14 ate', '2027-04-03', null],
  ['c14 ate 28 may', '2026-05-28', null],
  ['c14 ate 27 may', '2027-05-27', null],
  ['c14 ate 29 feb', '2024-02-29', null],
  ['c14 ate 2027-05-01', '2027-05-01', null],
  ['c14 ate 3 days ago', '2027-05-24', null],
  ['c14 ate tue', '2027-05-25', null],
  ['thursday c14 ate', '2027-05-27', null],
  ['c14 ate friday', '2027-05-21', null],
  ['f07 laid 11 3 apr', '2027-04-03', null],
  ['f07 laid 3 apr', '2027-04-03', null],
  ['m1 moulted 12 3 apr', '2027-04-03', null],
]
test.each(DAYS)('when: %s', (line, on, at) => {
  const { entries, problem } = read(line)
  expect(problem).toBeNull()
  expect(entries[0]).toMatchObject({ on, at })
})

/** What cannot be read is said, and where. */
const WRONG: [line: string, says: string, part?: string][] = [
  ['q99 84g', 'q99 is not a tag of this book', 'q99'],
  ['c14', 'what of C14?'],
  ['c14 84', '84 what? Write 84g', '84'],
  ['c14 weighs 84', '84 what? Write 84g', '84'],
  ['c14 0g', 'a weight is more than 0', '0g'],
  ['c14 -5g', "'5g' is not understood here", '5g'],
  ['c14 flew away', "'flew' is not understood here", 'flew'],
  ['84g', "'84g' is not understood here", '84g'],
  ['ate', "'ate' is not understood here", 'ate'],
  ['c14 84g c15 90g', "'c15' is not understood here", 'c15'],
  ['c14 moved to q77', 'q77 is not a tag of this book', 'q77'],
  ['c14 condition 7', 'a condition score runs from 1 to 5 in half steps', '7'],
  ['c14 condition 3.3', 'a condition score runs from 1 to 5 in half steps', '3.3'],
  ['c14 locked', 'is said of a pair: write both'],
  ['m2+f07 ate', 'is said of one, not of a pair'],
  ['m2+f07-f08 locked', 'two of them make a pair, not a range'],
  ['f07 laid 4 9bad', '9 bad of 4?', '9'],
  ['m1 counted 45-35 L3', '45 to 35: from the smaller to the greater', '45'],
  ['m1 lost 1.5 L3', 'whole animals', '1.5'],
  ['c17-c14 ate', 'C14 comes before C17', 'c14'],
  ['c14-99 ate', '99 is not a tag of this book'],
  ['c14 ate 31 apr', '31 apr is no day', '31'],
  ['c14 ate 2027-06-01', '2027-06-01 has not come yet', '2027-06-01'],
  ['c14 ate 2027-02-30', '2027-02-30 is no day', '2027-02-30'],
  ['yesterday c14 ate 3 apr', 'two days in one line'],
  ['c14 ate with', 'something is missing at the end'],
  ['c14,', 'is missing at the end'],
  ['c14 +', 'is missing at the end'],
  ['c14 84g \u0007', 'cannot be read'],
  ['c14 <script>alert(1)</script>', 'cannot be read'],
  ["c14'; drop table entry", 'cannot be read'],
  [`c14 ${'x'.repeat(600)}`, 'a line has at most 500 characters'],
]
test.each(WRONG.map(([line, says, part = '']) => [line, says, part] as const))(
  'not understood: %s',
  (line, says, part) => {
    const { entries, problem, text } = read(line)
    expect(entries).toEqual([])
    expect(text).toBe(line)
    expect(problem!.says).toContain(says)
    if (part) expect(line.slice(problem!.from, problem!.to)).toContain(part)
  },
)

test('many lines at once: what cannot be read is kept and marked, empty lines are nothing', () => {
  const lines = parseSlate('c14 84g\r\n\nrubbish here\nc15 refused # again\n', context)
  expect(lines.map((l) => [l.text, l.entries.length, l.problem !== null])).toEqual([
    ['c14 84g', 1, false],
    ['', 0, false],
    ['rubbish here', 0, true],
    ['c15 refused # again', 1, false],
    ['', 0, false],
  ])
})
test('what was understood is said back', () => {
  expect(read('c31 338g, ate 1 adult mouse').entries.map((e) => e.says)).toEqual([
    'C31 weighs 338 g',
    'C31 ate 1 adult mouse',
  ])
  expect(read('m2+f07 locked 35 min').entries[0]!.says).toBe('M2 + F07 locked for 35 min')
})
test('tags and words are completed as they are begun', () => {
  expect(completeSlate('c1', context)).toEqual(['C11', 'C14', 'C15', 'C16', 'C17'])
  expect(completeSlate('c14 ref', context)).toEqual(['refused', 'refuses'])
  expect(completeSlate('c14 ', context)).toEqual([])
})
test('two thousand lines are read in less than two seconds', () => {
  const text = Array.from({ length: 2000 }, (_, i) => LINES[i % LINES.length]![0]).join('\n')
  const started = performance.now()
  expect(parseSlate(text, context).every((l) => l.problem === null)).toBe(true)
  expect(performance.now() - started).toBeLessThan(2000)
})

test('two books are read by turns, each with its own tags and stages', () => {
  const other: SlateContext = { today: '2027-05-27', tags: ['Moth 3', 'Q9'], stages: ['grub'] }
  const entry = (line: string, of: SlateContext) => parseSlate(line, of)[0]!.entries.map(short)
  for (let turn = 0; turn < 2; turn++) {
    expect(entry('moth 3 12g', other)).toEqual(['weighed Moth 3 {"grams":12}'])
    expect(entry('q9 fed off 5 grub', other)).toEqual([
      'fed off Q9 {"shares":[{"of":"grub","low":5,"high":5}]}',
    ])
    expect(entry('q1 fed off 30 size 2', context)).toEqual([
      'fed off Q1 {"shares":[{"of":"size 2","low":30,"high":30}]}',
    ])
    expect(parseSlate('q1 fed off 30 grub', other)[0]!.problem!.says).toContain('not a tag')
  }
})

test('a temperature that was read turns no dial: only what says set does', () => {
  const first = (line: string) => parseSlate(line, context)[0]!
  expect(first('h2 4.6 C').entries).toMatchObject([{ kind: 'thermometer read', payload: { celsius: 4.6 } }])
  expect(first('h2 40F').entries).toMatchObject([{ kind: 'thermometer read', says: 'H2 shows 4.4 °C' }])
  const theirs = { ...context, say: sayIn({ weightUnit: 'oz', temperatureUnit: 'F' }) }
  expect(parseSlate('h2 40F', theirs)[0]!.entries).toMatchObject([{ says: 'H2 shows 40 °F' }])
  expect(parseSlate('c14 weighs 3oz', theirs)[0]!.entries).toMatchObject([{ says: 'C14 weighs 3.00 oz' }])
  expect(first('h2 4.6C 6.1C 3.8C').entries).toMatchObject([
    { kind: 'thermometer read', payload: { celsius: 4.6, lowC: 3.8, highC: 6.1 } },
  ])
  expect(first('h2 set 4.6 C').entries).toMatchObject([{ kind: 'set point', payload: { celsius: 4.6 } }])
  for (const [line, says] of [
    ['h2 4.6C 3.8C', 'now, lowest, highest'],
    ['h2 9C 3.8C 6.1C', '9 °C now, but between 3.8 °C and 6.1 °C so far?'],
    ['h2 set 4C 5C', 'give one temperature to set it to'],
  ] as const) {
    expect(first(line)).toMatchObject({ entries: [], text: line })
    expect(first(line).problem!.says).toContain(says)
  }
})
