import {
  NO_SETTINGS,
  completed,
  declarationOf,
  documentOfSpecies,
  documentUnder,
  figureFault,
  figureToSet,
  labelOfFigure,
  lostSchools,
  nextOwn,
  ownSchools,
  putAside,
  questionsOf,
  resolveProtocol,
  startingDocuments,
  type FigureSetting,
  type ProtocolDocument,
  type ProtocolLayer,
  wayOfLife,
} from '@hatch-book/core'

const corn = startingDocuments.find((d) => d.code === 'CS')!
const HOURS = 'pairing.hoursTogether'
const one = (value: string | number, low: number | null = null, high: number | null = null) => ({
  value,
  low,
  high,
})

/** A keeper's own way with pairs, as an answer to the question about long and short visits. */
const EVENINGS: Record<string, FigureSetting> = {
  'school.1.name': one('Evenings only'),
  'school.1.of': one('D7'),
  'school.1.argument': one('Ours lock at dusk.'),
  [`school.1.sets.${HOURS}`]: one(5, 4, 6),
}
/** A question that nobody else asks. */
const MIST: Record<string, FigureSetting> = {
  'school.question.1.asks': one('Mist gravid females or not?'),
  'school.2.name': one('Mist them'),
  'school.2.of': one('own-1'),
  'school.2.sets.stage.2.mistDays': one(2),
}
const layer = (
  figures: Record<string, FigureSetting>,
  schools = {},
  change: Partial<ProtocolLayer> = {},
) => ({
  ...({ scope: 'species', of: '', edition: 1, by: 'Ottoline', settings: { schools, figures } } as const),
  ...change,
})
const under = (document: ProtocolDocument, ...layers: ProtocolLayer[]) => resolveProtocol(document, layers)

test('a keeper writes a school of their own, and what it sets holds once it is followed', () => {
  const written = under(corn, layer(EVENINGS))
  expect(written.figures[HOURS]).toEqual(completed(corn).figures[HOURS])
  const question = questionsOf({ ...corn, figures: written.figures }).find((q) => q.code === 'D7')!
  expect(question.schools.map((s) => s.name)).toEqual([
    ...['Long', 'Short', 'Long but parted on feed days', 'Evenings only'],
  ])
  const followed = under(corn, layer(EVENINGS, { D7: 'own-1' }))
  expect(followed.figures[HOURS]).toMatchObject({ value: 5, low: 4, high: 6, unit: 'h' })
  expect(followed.sources[HOURS]).toBe('school ‘Evenings only’')
})

test('one line follows it though the species does not; a single figure still counts over it', () => {
  const line = layer({}, { D7: 'own-1' }, { scope: 'line', of: 'Pale' })
  const { figures, sources } = under(corn, line, layer(EVENINGS, { D7: 'B' }))
  expect([figures[HOURS]!.value, sources[HOURS]]).toEqual([5, 'school ‘Evenings only’ for line Pale'])
  const alone = layer({ [HOURS]: one(3) }, { D7: 'own-1' }, { scope: 'line', of: 'Pale' })
  expect(under(corn, alone, layer(EVENINGS)).figures[HOURS]!.value).toBe(3)
})

test('questions of their own are asked of any species, of whatever way of life', () => {
  const scorpion = documentOfSpecies({
    ...{ code: 'SX', species: 'dune scorpion', latin: '', way: wayOfLife('scorpion')!, says: {} },
  })
  expect(questionsOf(scorpion)).toEqual([])
  const followed = under(scorpion, layer(MIST, { 'own-1': 'own-2' }))
  const [asked] = questionsOf({ ...scorpion, figures: followed.figures })
  expect(asked).toMatchObject({ code: 'own-1', question: 'Mist gravid females or not?' })
  expect(followed.figures['stage.2.mistDays']!.value).toBe(2)
})

test('a figure that a school sets is called, measured and limited as that figure is', () => {
  const { figures } = completed(corn)
  const key = `school.1.sets.${HOURS}`
  expect(declarationOf(key)).toBe(declarationOf(HOURS))
  expect(figureToSet(figures, key)).toMatchObject({ unit: 'h' })
  const named = under(corn, layer(EVENINGS)).figures
  expect(labelOfFigure(key, named)).toBe(`Evenings only: ${figures[HOURS]!.label}`)
  expect(figureFault(named[key]!, one(30_000), key)).toContain('between 0 and 20000 h')
  expect(figureToSet(figures, 'school.1.sets.nobody.knows')).toBeNull()
  // A school that set a school would turn in a circle.
  expect(figureToSet(figures, 'school.1.sets.school.2.name')).toBeNull()
})

test('a school is kept in the file of its species, and what is taken away or put aside is missed by whoever follows it', () => {
  const file = documentUnder(corn, [layer({ ...EVENINGS, ...MIST })])
  expect(ownSchools(file.figures).map((s) => [s.n, s.letter, s.name])).toEqual([
    [1, 'own-1', 'Evenings only'],
    [2, 'own-2', 'Mist them'],
  ])
  expect([nextOwn(file.figures, 'school'), nextOwn(file.figures, 'question')]).toEqual([3, 2])
  const followed = { D7: 'own-1', D6: 'A', 'own-1': 'own-2' }
  expect(lostSchools(file, followed)).toEqual([])
  expect(lostSchools(corn, followed)).toEqual([
    { question: 'D7', letter: 'own-1' },
    { question: 'own-1', letter: 'own-2' },
  ])
  const aside = documentUnder(file, [layer({ 'school.1.of': one('none') })])
  expect(lostSchools(aside, followed)).toEqual([{ question: 'D7', letter: 'own-1' }])
  expect(putAside(aside.figures).map((s) => s.name)).toEqual(['Evenings only'])
  // Nobody gets its number, though it is out of sight.
  expect(nextOwn(aside.figures, 'school')).toBe(3)
})

test('where no school is followed, one that is written changes nothing', () => {
  const { figures, sources } = under(corn, layer(EVENINGS))
  const plain = under(corn, layer({}, {}, { settings: NO_SETTINGS }))
  const others = Object.fromEntries(Object.entries(figures).filter(([key]) => !key.startsWith('school.')))
  expect(others).toEqual(plain.figures)
  expect(Object.keys(sources).filter((key) => !(key in plain.sources))).toEqual(Object.keys(EVENINGS))
})
