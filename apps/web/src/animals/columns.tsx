import { neutraliseFormula, type AnimalRow } from '@hatch-book/contract'
import type { ReactNode } from 'react'
import type { useAge } from '../parts/AnimalCard'
import { AnimalName } from '../parts/identity'
import { sexInWords } from '../parts/identityWords'
import { Verdict } from '../parts/Verdict'
import type { Figures } from '../shell/figures'
import type { Grouping } from './tableStore'

const collator = new Intl.Collator('en', { numeric: true })
export const byTag = (a: string, b: string) => collator.compare(a, b)

export interface Column {
  key: string
  /** Width as a share of the grid, with its least. */
  width: string
  /** What it says in a file, under which headings. */
  file(a: AnimalRow): Record<string, string | number>
  right?: boolean
  /** What it is put in order by; whoever has nothing there comes last, in either order. */
  of(a: AnimalRow): string | number | null
  show(a: AnimalRow, figures: Figures, ageOf: ReturnType<typeof useAge>): ReactNode
}

const unknown = <span className="quiet">?</span>
export const COLUMNS: readonly Column[] = [
  {
    key: 'tag',
    width: 'minmax(176px, 1.6fr)',
    of: (a) => a.tag,
    show: (a) => <AnimalName of={a} />,
    file: (a) => ({ tag: neutraliseFormula(a.tag), name: neutraliseFormula(a.name) }),
  },
  {
    key: 'species',
    width: 'minmax(120px, 1.2fr)',
    of: (a) => a.species,
    show: (a) => a.species,
    file: (a) => ({ species: neutraliseFormula(a.species) }),
  },
  {
    key: 'form',
    width: 'minmax(90px, .8fr)',
    of: (a) => a.form,
    show: (a) => a.form,
    file: (a) => ({ form: neutraliseFormula(a.form) }),
  },
  {
    key: 'line',
    width: 'minmax(120px, 1.2fr)',
    of: (a) => a.line,
    show: (a) => a.line,
    file: (a) => ({ line: neutraliseFormula(a.line) }),
  },
  {
    key: 'sex',
    width: 'minmax(82px, .7fr)',
    of: (a) => (a.sex === 'unknown' ? null : a.sex),
    show: (a) => <span className={a.sex === 'unknown' ? 'quiet' : ''}>{sexInWords(a)}</span>,
    file: (a) => ({ sex: a.sex }),
  },
  {
    key: 'look',
    width: 'minmax(150px, 1.4fr)',
    of: (a) => a.traits.join(', '),
    show: (a) => <span title={a.traits.join(', ')}>{a.traits.join(', ')}</span>,
    file: (a) => ({ look: neutraliseFormula(a.traits.join(', ')) }),
  },
  {
    key: 'age',
    width: 'minmax(104px, 1fr)',
    of: (a) => a.ageDays && (a.ageDays.least + a.ageDays.most) / 2,
    show: (a, _, ageOf) => ageOf(a),
    file: (a) => ({ 'hatched from': a.hatched?.from ?? '', 'hatched to': a.hatched?.to ?? '' }),
  },
  {
    key: 'weight',
    width: 'minmax(84px, .7fr)',
    right: true,
    of: (a) => a.grams,
    show: (a, figures) => <span className="fig">{figures.grams(a.grams)}</span>,
    file: (a) => ({ 'weight g': a.grams ?? '', 'weighed on': a.weighedOn ?? '' }),
  },
  {
    key: 'place',
    width: 'minmax(116px, 1fr)',
    of: (a) => a.place?.name ?? '',
    show: (a) => a.place?.name ?? <span className="quiet">{a.presence === 'here' ? '–' : a.presence}</span>,
    file: (a) => ({ place: neutraliseFormula(a.place?.name ?? ''), presence: a.presence }),
  },
  {
    key: 'stage',
    width: 'minmax(112px, 1fr)',
    of: (a) => a.stage,
    show: (a) => a.stage,
    file: (a) => ({ stage: a.stage }),
  },
  {
    key: 'to breed',
    width: 'minmax(140px, 1.2fr)',
    of: (a) => a.verdict,
    show: (a) =>
      a.verdict ? (
        <Verdict verdict={a.verdict} />
      ) : (
        <span className="quiet">{a.presence === 'listed' ? 'listed' : a.purpose}</span>
      ),
    file: (a) => ({ 'to breed': a.verdict ?? '', purpose: a.purpose }),
  },
  {
    key: 'dam',
    width: '76px',
    of: (a) => a.dam?.tag ?? '',
    show: (a) => a.dam?.tag ?? unknown,
    file: (a) => ({ dam: neutraliseFormula(a.dam?.tag ?? '') }),
  },
  {
    key: 'sire',
    width: '76px',
    of: (a) => a.sire?.tag ?? '',
    show: (a) => a.sire?.tag ?? unknown,
    file: (a) => ({ sire: neutraliseFormula(a.sire?.tag ?? '') }),
  },
]

/** Rows in the order of a column, then of their tags. */
export function inOrder(animals: readonly AnimalRow[], { of }: Column, down: boolean): AnimalRow[] {
  const compare = (a: string | number, b: string | number) =>
    typeof a === 'number' && typeof b === 'number' ? a - b : byTag(String(a), String(b))
  return [...animals].sort((a, b) => {
    const [x, y] = [of(a) ?? '', of(b) ?? '']
    return Number(x === '') - Number(y === '') || (down ? -1 : 1) * compare(x, y) || byTag(a.tag, b.tag)
  })
}

/** What an animal is grouped under; the rack rather than the tub. */
export function groupOf(a: AnimalRow, grouping: Exclude<Grouping, 'nothing'>): string {
  switch (grouping) {
    case 'place':
      return a.place ? (a.place.name.split(' · ')[0] ?? a.place.name) : 'no place'
    case 'to breed':
      return a.verdict ?? 'not kept to breed'
    case 'form':
      return a.form || 'no form'
    case 'line':
      return a.line || 'no line'
    default:
      return a[grouping]
  }
}
