import type { AnimalRow } from '@hatch-book/contract'
import { useVirtualizer } from '@tanstack/react-virtual'
import { memo, useMemo, useRef } from 'react'
import { useAge } from '../parts/AnimalCard'
import { useFigures, type Figures } from '../shell/figures'
import { COLUMNS, byTag, groupOf, inOrder, type Column } from './columns'
import { usePicked, useTable, type Grouping } from './tableStore'
import css from './list.module.css'

const ROW = 39
const TICK = '34px'

type Line = { group: string; count: number } | { animal: AnimalRow }

/** Rows in their order, with a heading before each group. */
function linesOf(animals: readonly AnimalRow[], column: Column, down: boolean, grouping: Grouping): Line[] {
  const rows = inOrder(animals, column, down)
  if (grouping === 'nothing') return rows.map((animal) => ({ animal }))
  const groups = new Map<string, AnimalRow[]>()
  for (const animal of rows) {
    const name = groupOf(animal, grouping)
    const group = groups.get(name)
    if (group) group.push(animal)
    else groups.set(name, [animal])
  }
  return [...groups]
    .sort(([a], [b]) => byTag(a, b))
    .flatMap(([group, members]) => [
      { group, count: members.length },
      ...members.map((animal) => ({ animal })),
    ])
}

/** The table: only the rows in sight are drawn, so that ten thousand scroll like ten. */
export function AnimalTable({ animals, selectable }: { animals: readonly AnimalRow[]; selectable: boolean }) {
  const figures = useFigures()
  const ageOf = useAge()
  const { hidden, sort, sortBy, grouping } = useTable()
  const { picked, toggle, pick, clear } = usePicked()
  const scroller = useRef<HTMLDivElement>(null)
  const columns = useMemo(() => COLUMNS.filter((c) => !hidden.includes(c.key)), [hidden])
  const lines = useMemo(() => {
    const column = COLUMNS.find((c) => c.key === sort.key) ?? COLUMNS[0]!
    return linesOf(animals, column, sort.down, grouping)
  }, [animals, sort, grouping])
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 24,
  })
  const template = useMemo(
    () => ({
      gridTemplateColumns: [...(selectable ? [TICK] : []), ...columns.map((c) => c.width)].join(' '),
      minWidth: columns.length * 90,
    }),
    [columns, selectable],
  )
  const all = animals.length > 0 && animals.every((a) => picked.has(a.id))
  return (
    <div
      className={`${css.grid} ${css.tall}`}
      ref={scroller}
      role="table"
      aria-label="Animals"
      aria-rowcount={lines.length + 1}
      tabIndex={0}
    >
      <div role="row" className={css.titles} style={template}>
        {selectable && (
          <div role="columnheader">
            <input
              type="checkbox"
              aria-label="Tick all that are shown"
              checked={all}
              onChange={() => (all ? clear() : pick(animals.map((a) => a.id)))}
            />
          </div>
        )}
        {columns.map((c) => (
          <div
            key={c.key}
            role="columnheader"
            className={c.right ? 'right' : ''}
            aria-sort={sort.key === c.key ? (sort.down ? 'descending' : 'ascending') : 'none'}
          >
            <button type="button" onClick={() => sortBy(c.key)}>
              {c.key}
              {sort.key === c.key ? (sort.down ? ' ↓' : ' ↑') : ''}
            </button>
          </div>
        ))}
      </div>
      <div
        role="rowgroup"
        className={css.rows}
        style={{ height: virtual.getTotalSize(), minWidth: template.minWidth }}
      >
        {virtual.getVirtualItems().map(({ index, start }) => {
          const line = lines[index]!
          const style = {
            ...template,
            position: 'absolute' as const,
            insetInline: 0,
            transform: `translateY(${start}px)`,
          }
          if ('group' in line)
            return (
              <div
                key={`group ${line.group}`}
                role="row"
                className={css.group}
                aria-rowindex={index + 2}
                style={style}
              >
                <div role="cell" className={css.acrossAll}>
                  {line.group} <span className="fig quiet">{line.count}</span>
                </div>
              </div>
            )
          const { animal } = line
          return (
            <div key={animal.id} role="row" aria-rowindex={index + 2} style={style}>
              {selectable && (
                <div role="cell">
                  <input
                    type="checkbox"
                    aria-label={`Tick ${animal.tag}`}
                    checked={picked.has(animal.id)}
                    onChange={() => toggle(animal.id)}
                  />
                </div>
              )}
              <Cells animal={animal} columns={columns} figures={figures} ageOf={ageOf} />
            </div>
          )
        })}
      </div>
    </div>
  )
}

const Cells = memo(function Cells({
  animal,
  columns,
  figures,
  ageOf,
}: {
  animal: AnimalRow
  columns: readonly Column[]
  figures: Figures
  ageOf: ReturnType<typeof useAge>
}) {
  return columns.map((c) => (
    <div key={c.key} role="cell" className={c.right ? 'right' : ''}>
      {c.show(animal, figures, ageOf)}
    </div>
  ))
})

export function ColumnChooser() {
  const { hidden, hide } = useTable()
  return (
    <details className={css.pop}>
      <summary>columns</summary>
      <div>
        {COLUMNS.slice(1).map(({ key }) => (
          <label key={key} className="nowrap">
            <input
              type="checkbox"
              checked={!hidden.includes(key)}
              onChange={(e) => hide(e.target.checked ? hidden.filter((h) => h !== key) : [...hidden, key])}
            />{' '}
            {key}
          </label>
        ))}
      </div>
    </details>
  )
}
