import type { AnimalRow } from '@hatch-book/contract'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useMemo, useRef, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { useAge } from '../parts/AnimalCard'
import { Verdict } from '../parts/Verdict'
import { useFigures, type Figures } from '../shell/figures'

/** Columns one has chosen not to see; remembered on the device. */
const useHidden = create<{ hidden: string[]; set(hidden: string[]): void }>()(
  persist((set) => ({ hidden: ['line', 'dam', 'sire'], set: (hidden) => set({ hidden }) }), {
    name: 'hatch-book-animal-columns',
  }),
)

export const byTag = (a: string, b: string) => a.localeCompare(b, 'en', { numeric: true })
const words = (pick: (a: AnimalRow) => string) => (a: AnimalRow, b: AnimalRow) => byTag(pick(a), pick(b))
const numbers = (pick: (a: AnimalRow) => number | null) => (a: AnimalRow, b: AnimalRow) =>
  (pick(a) ?? -1) - (pick(b) ?? -1)

interface Column {
  key: string
  /** Width as a share of the grid, with its least. */
  width: string
  right?: boolean
  compare(a: AnimalRow, b: AnimalRow): number
  show(a: AnimalRow, figures: Figures, ageOf: ReturnType<typeof useAge>): ReactNode
}

const unknown = <span className="quiet">?</span>
const COLUMNS: readonly Column[] = [
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
const ROW = 39

/** The table: only the rows in sight are drawn, so that ten thousand scroll like ten. */
export function AnimalTable({ animals }: { animals: readonly AnimalRow[] }) {
  const figures = useFigures()
  const ageOf = useAge()
  const { hidden } = useHidden()
  const [sort, setSort] = useState<{ key: string; down: boolean }>({ key: 'tag', down: false })
  const scroller = useRef<HTMLDivElement>(null)
  const columns = COLUMNS.filter((c) => !hidden.includes(c.key))
  const rows = useMemo(() => {
    const compare = COLUMNS.find((c) => c.key === sort.key)!.compare
    return [...animals].sort((a, b) => (sort.down ? -1 : 1) * compare(a, b) || byTag(a.tag, b.tag))
  }, [animals, sort])
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  })
  const template = {
    gridTemplateColumns: columns.map((c) => c.width).join(' '),
    minWidth: columns.length * 90,
  }
  const seen = virtual.getVirtualItems()
  return (
    <div
      className="grid"
      ref={scroller}
      role="table"
      aria-label="Animals"
      aria-rowcount={rows.length + 1}
      tabIndex={0}
      style={{ height: 'max(340px, calc(100vh - 262px))' }}
    >
      <div role="row" className="titles" style={template}>
        {columns.map((c) => (
          <div
            key={c.key}
            role="columnheader"
            className={c.right ? 'right' : ''}
            aria-sort={sort.key === c.key ? (sort.down ? 'descending' : 'ascending') : 'none'}
          >
            <button onClick={() => setSort((s) => ({ key: c.key, down: s.key === c.key && !s.down }))}>
              {c.key}
              {sort.key === c.key ? (sort.down ? ' ↓' : ' ↑') : ''}
            </button>
          </div>
        ))}
      </div>
      <div
        role="rowgroup"
        style={{ height: virtual.getTotalSize(), position: 'relative', minWidth: template.minWidth }}
      >
        {seen.map(({ index, start }) => {
          const a = rows[index]!
          return (
            <div
              key={a.id}
              role="row"
              aria-rowindex={index + 2}
              style={{
                ...template,
                position: 'absolute',
                insetInline: 0,
                transform: `translateY(${start}px)`,
              }}
            >
              {columns.map((c) => (
                <div key={c.key} role="cell" className={c.right ? 'right' : ''}>
                  {c.show(a, figures, ageOf)}
                </div>
              ))}
            </div>
          )
        })}
      </div>
    </div>
  )
}

export function ColumnChooser() {
  const { hidden, set } = useHidden()
  return (
    <details className="pop">
      <summary>columns</summary>
      <div>
        {COLUMNS.slice(1).map(({ key }) => (
          <label key={key} className="nowrap">
            <input
              type="checkbox"
              checked={!hidden.includes(key)}
              onChange={(e) => set(e.target.checked ? hidden.filter((h) => h !== key) : [...hidden, key])}
            />{' '}
            {key}
          </label>
        ))}
      </div>
    </details>
  )
}
