import {
  neutraliseFormula,
  type ImportedList,
  type ListChange,
  type ListRow,
  type RowGroup,
} from '@hatch-book/contract'
import { Button, Segmented } from 'antd'
import Papa from 'papaparse'
import { useState } from 'react'

const PAGE = 100
const GROUPS = [
  ['good', 'good'],
  ['faulty', 'faulty'],
  ['doubles', 'there already'],
  ['aside', 'set aside'],
] as const satisfies readonly (readonly [RowGroup, string])[]

/** The rows of a list by how they stand: faulty ones are mended where they are, or set aside. */
export function ListRows({
  list,
  busy,
  from,
  onShow,
  onChange,
}: {
  list: ImportedList
  busy: boolean
  from: number
  onShow(group: RowGroup, from: number): void
  onChange(change: ListChange): void
}) {
  const { shown, counts, rows } = list
  const total = counts[shown]
  return (
    <div className="above-16" role="region" aria-label="Rows">
      <div className="between">
        <Segmented
          aria-label="rows shown"
          value={shown}
          options={GROUPS.map(([value, label]) => ({ value, label: `${counts[value]} ${label}` }))}
          onChange={(group) => onShow(group, 0)}
        />
        <span className="row gap-8">
          {(shown === 'faulty' || shown === 'doubles') && total > 0 && (
            <>
              <Button size="small" disabled={busy} onClick={() => onChange({ setAside: shown })}>
                {total === 1 ? 'Set it aside' : `Set all ${total} aside`}
              </Button>
              <Button size="small" onClick={() => saveRows(list)}>
                Save these as CSV
              </Button>
            </>
          )}
          {total > PAGE && (
            <>
              <Button size="small" disabled={from === 0} onClick={() => onShow(shown, from - PAGE)}>
                before
              </Button>
              <span className="small">
                {from + 1} to {Math.min(from + PAGE, total)} of {total}
              </span>
              <Button size="small" disabled={from + PAGE >= total} onClick={() => onShow(shown, from + PAGE)}>
                after
              </Button>
            </>
          )}
        </span>
      </div>
      {rows.length === 0 ? (
        <p className="quiet">None.</p>
      ) : (
        <div className="scroll-x scrolls above-8" tabIndex={0} aria-label="the rows">
          <table className="plain-table small">
            <thead>
              <tr>
                <th>line</th>
                {shown !== 'good' && <th className="min-260">{shown === 'aside' ? '' : 'why'}</th>}
                {list.columns.map((c, i) => (
                  <th key={i}>{c.header || `column ${i + 1}`}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <Row key={row.line} row={row} list={list} busy={busy} onChange={onChange} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  )
}

function Row({
  row,
  list,
  busy,
  onChange,
}: {
  row: ListRow
  list: ImportedList
  busy: boolean
  onChange(change: ListChange): void
}) {
  const { shown, columns } = list
  const setAside = (aside: boolean) => onChange({ aside: { lines: [row.line], aside } })
  return (
    <tr>
      <td className="fig">{row.line}</td>
      {shown !== 'good' && (
        <td className={shown === 'aside' ? '' : 'bad'}>
          {row.faults.map((f) => f.says).join('; ')}{' '}
          <button type="button" className="plain" disabled={busy} onClick={() => setAside(shown !== 'aside')}>
            {shown === 'aside' ? 'let it in after all' : 'set aside'}
          </button>
        </td>
      )}
      {columns.map((c, i) => {
        const fault = row.faults.some((f) => f.column === i)
        return (
          <td key={i}>
            {shown === 'faulty' && !busy ? (
              <Cell
                label={`${c.header || `column ${i + 1}`}, line ${row.line}`}
                text={row.cells[i] ?? ''}
                isFaulty={fault}
                onMend={(text) => onChange({ repairs: [{ line: row.line, column: i, text }] })}
              />
            ) : (
              (row.cells[i] ?? '').slice(0, 60)
            )}
          </td>
        )
      })}
    </tr>
  )
}

/** A cell that is written anew where it stands; the rest of the row is judged again with it. */
function Cell({
  label,
  text,
  isFaulty,
  onMend,
}: {
  label: string
  text: string
  isFaulty: boolean
  onMend(text: string): void
}) {
  const [typed, setTyped] = useState(text)
  const mend = () => {
    if (typed !== text) onMend(typed)
  }
  return (
    <input
      aria-label={label}
      aria-invalid={isFaulty}
      className={isFaulty ? 'cell faulty' : 'cell'}
      value={typed}
      size={Math.max(6, Math.min(24, typed.length + 1))}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={mend}
      onKeyDown={(e) => {
        if (e.key === 'Enter') mend()
        if (e.key === 'Escape') setTyped(text)
      }}
    />
  )
}

/** The rows shown, with their reasons, for whoever would rather mend them in a spreadsheet. */
function saveRows({ fileName, columns, rows }: ImportedList) {
  const text = Papa.unparse({
    fields: [...columns.map((c) => c.header), 'why'],
    data: rows.map((r) => [
      ...columns.map((_, i) => neutraliseFormula(r.cells[i] ?? '')),
      r.faults.map((f) => f.says).join('; '),
    ]),
  })
  const url = URL.createObjectURL(new Blob(['\ufeff', text], { type: 'text/csv' }))
  Object.assign(document.createElement('a'), {
    href: url,
    download: `to-mend-${fileName.replace(/[^\w.-]/g, '_')}`,
  }).click()
  URL.revokeObjectURL(url)
}
