import type { AnimalRow } from '@hatch-book/contract'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { useAge } from '../parts/AnimalCard'
import { Verdict } from '../parts/Verdict'
import type { Figures } from '../shell/figures'
import type { Grouping } from './tableStore'

const collator = new Intl.Collator('en', { numeric: true })
export const byTag = (a: string, b: string) => collator.compare(a, b)
const words = (pick: (a: AnimalRow) => string) => (a: AnimalRow, b: AnimalRow) => byTag(pick(a), pick(b))
const numbers = (pick: (a: AnimalRow) => number | null) => (a: AnimalRow, b: AnimalRow) =>
  (pick(a) ?? -1) - (pick(b) ?? -1)

export interface Column {
  key: string
  /** Width as a share of the grid, with its least. */
  width: string
  right?: boolean
  compare(a: AnimalRow, b: AnimalRow): number
  show(a: AnimalRow, figures: Figures, ageOf: ReturnType<typeof useAge>): ReactNode
}

const unknown = <span className="quiet">?</span>
export const COLUMNS: readonly Column[] = [
  {
    key: 'tag',
    width: '76px',
    compare: words((a) => a.tag),
    show: (a) => (
      <Link className="tag" to={`/animals/${a.id}`}>
        {a.tag}
      </Link>
    ),
  },
  { key: 'species', width: 'minmax(120px, 1.2fr)', compare: words((a) => a.species), show: (a) => a.species },
  { key: 'line', width: 'minmax(120px, 1.2fr)', compare: words((a) => a.line), show: (a) => a.line },
  {
    key: 'sex',
    width: 'minmax(82px, .7fr)',
    compare: words((a) => a.sex),
    show: (a) =>
      a.sex === 'unknown' ? (
        <span className="quiet">not sexed</span>
      ) : a.sexCertainty < 0.95 ? (
        `${a.sex}?`
      ) : (
        a.sex
      ),
  },
  {
    key: 'traits',
    width: 'minmax(150px, 1.4fr)',
    compare: words((a) => a.traits.join(', ')),
    show: (a) => a.traits.join(', '),
  },
  {
    key: 'age',
    width: 'minmax(104px, 1fr)',
    compare: numbers((a) => a.ageDays && (a.ageDays.least + a.ageDays.most) / 2),
    show: (a, _, ageOf) => ageOf(a),
  },
  {
    key: 'weight',
    width: 'minmax(84px, .7fr)',
    right: true,
    compare: numbers((a) => a.grams),
    show: (a, figures) => <span className="fig">{figures.grams(a.grams)}</span>,
  },
  {
    key: 'place',
    width: 'minmax(116px, 1fr)',
    compare: words((a) => a.place?.name ?? ''),
    show: (a) => a.place?.name ?? <span className="quiet">{a.presence === 'here' ? '–' : a.presence}</span>,
  },
  { key: 'stage', width: 'minmax(112px, 1fr)', compare: words((a) => a.stage), show: (a) => a.stage },
  {
    key: 'to breed',
    width: 'minmax(140px, 1.2fr)',
    compare: words((a) => a.verdict ?? '~'),
    show: (a) =>
      a.verdict ? (
        <Verdict verdict={a.verdict} />
      ) : (
        <span className="quiet">{a.presence === 'listed' ? 'listed' : a.purpose}</span>
      ),
  },
  { key: 'dam', width: '76px', compare: words((a) => a.dam?.tag ?? ''), show: (a) => a.dam?.tag ?? unknown },
  {
    key: 'sire',
    width: '76px',
    compare: words((a) => a.sire?.tag ?? ''),
    show: (a) => a.sire?.tag ?? unknown,
  },
]

/** What an animal is grouped under; the rack rather than the tub. */
export function groupOf(a: AnimalRow, grouping: Exclude<Grouping, 'nothing'>): string {
  switch (grouping) {
    case 'place':
      return a.place ? (a.place.name.split(' · ')[0] ?? a.place.name) : 'no place'
    case 'to breed':
      return a.verdict ?? 'not kept to breed'
    case 'line':
      return a.line || 'no line'
    default:
      return a[grouping]
  }
}
