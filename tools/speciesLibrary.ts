import { figuresInLibrary, library, rangeTyped, wayOfLife } from '@hatch-book/core'

const METRIC = { weightUnit: 'g', temperatureUnit: 'C' } as const
const COLUMNS = [
  ['adult female', ['size.female']],
  ['hatchling or newborn', ['size.young']],
  ['breeds from', ['readiness.female.ageDays.cautious']],
  ['eggs or young', ['clutch.count', 'cohort.eggsPerDay', 'colony.eggsPerDay']],
  ['warm side', ['stage.warmC']],
  ['eggs, or all of it, at', ['incubation.setPointC', 'colony.referenceC']],
  ['days to hatching', ['thermal.1.days']],
] as const

/** The library as a page: a table row for each species, under its way of life. */
export function libraryPage(): string {
  const ways = [...new Set(library.map((entry) => entry.way))]
  const row = (entry: (typeof library)[number]) => {
    const figures = figuresInLibrary(entry)
    const cells = COLUMNS.map(([, keys]) => {
      const key = keys.find((k) => figures[k])
      const told = key ? rangeTyped(figures[key]!, METRIC) : ''
      return key?.endsWith('PerDay') ? `${told} a day` : told
    })
    const names = entry.synonyms.length > 0 ? `${entry.name} (${entry.synonyms.join(', ')})` : entry.name
    return `| ${[names, `*${entry.latin}*`, ...cells, entry.feeds ?? '', entry.confidence].join(' | ')} |`
  }
  const head = ['species', 'Latin name', ...COLUMNS.map(([title]) => title), 'eats', 'confidence']
  return [
    '# The species of the library',
    '',
    'Starting figures from general knowledge. Change them for your animals; they are neither veterinary nor legal advice. Figures that are not',
    'listed are estimated from the way of life. Made by `npm run library-page` from `packages/core/src/protocols/library`.',
    ...ways.flatMap((way) => [
      '',
      `## ${wayOfLife(way)!.plural[0]!.toUpperCase()}${wayOfLife(way)!.plural.slice(1)}`,
      '',
      wayOfLife(way)!.says,
      '',
      `| ${head.join(' | ')} |`,
      `|${head.map(() => '---').join('|')}|`,
      ...library.filter((entry) => entry.way === way).map(row),
    ]),
    '',
  ].join('\n')
}
