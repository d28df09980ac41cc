import { neutraliseFormula, type AnimalRow } from '@hatch-book/contract'
import { Button, Checkbox, Dropdown, Input, Segmented, Select, Table } from 'antd'
import type { ColumnsType } from 'antd/es/table'
import { Columns3, Download } from 'lucide-react'
import Papa from 'papaparse'
import { useMemo } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { AnimalCard, useAge } from '../parts/AnimalCard'
import { Verdict } from '../parts/Verdict'
import { useFigures, type Figures } from '../shell/figures'
import { useAnimals, useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'

/** Columns one has chosen not to see; remembered on the device. */
const useHidden = create<{ hidden: string[]; set(hidden: string[]): void }>()(persist((set) => ({ hidden: ['line', 'dam', 'sire'], set: (hidden) => set({ hidden }) }), { name: 'hatch-book-animal-columns' }))

const MOST_CARDS = 240
const byTag = (a: string, b: string) => a.localeCompare(b, 'en', { numeric: true })

/** All animals, as a table or as cards. Filters stand in the address. */
export function AnimalsPage() {
  const { data, isPending } = useAnimals()
  const [params, setParams] = useSearchParams()
  const { line, fits } = useLineFilter()
  const may = useMay()
  const figures = useFigures()
  const ageOf = useAge()
  const { hidden } = useHidden()
  const navigate = useNavigate()
  const word = (params.get('find') ?? '').toLowerCase()
  const presence = params.get('presence') ?? 'here'
  const species = params.get('species')
  const view = params.get('view') ?? 'table'
  const set = (name: string, value: string | null) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before)
        if (value) next.set(name, value)
        else next.delete(name)
        return next
      },
      { replace: true },
    )
  const all = useMemo(() => [...(data ?? [])].sort((a, b) => byTag(a.tag, b.tag)), [data])
  const shown = useMemo(
    () =>
      all.filter(
        (a) =>
          (presence === 'all' || (presence === 'gone' ? a.presence === 'sold' || a.presence === 'died' : a.presence === 'here' || a.presence === 'listed')) &&
          (!species || a.species === species) &&
          fits(a) &&
          (word === '' || `${a.tag} ${a.line} ${a.place?.name ?? ''} ${a.stage} ${a.purpose}`.toLowerCase().includes(word)),
      ),
    [all, presence, species, word, fits],
  )
  const columns = useColumns(figures, ageOf).filter((c) => !hidden.includes(String(c.key)))
  if (isPending) return null
  if (all.length === 0) return <Nobody may={may.decide} />
  return (
    <section className="page">
      <div className="head">
        <h1>
          {shown.length} {shown.length === 1 ? 'animal' : 'animals'}
          {line && <span className="quiet"> of {line}</span>}
        </h1>
        <div className="side">
          <Input aria-label="Filter animals" placeholder="tag, line, place" style={{ width: 160 }} value={params.get('find') ?? ''} onChange={(e) => set('find', e.target.value)} allowClear />
          <Select
            aria-label="Species"
            style={{ width: 165 }}
            value={species ?? ''}
            onChange={(s: string) => set('species', s)}
            options={[{ value: '', label: 'every species' }, ...[...new Set(all.map((a) => a.species))].map((s) => ({ value: s, label: s }))]}
          />
          <Segmented aria-label="Presence" value={presence} onChange={(p) => set('presence', p === 'here' ? null : p)} options={['here', 'gone', 'all']} />
          <Segmented aria-label="View" value={view} onChange={(v) => set('view', v === 'table' ? null : v)} options={['table', 'cards']} />
          {view === 'table' && <ColumnChooser columns={useColumns(figures, ageOf)} />}
          <Button icon={<Download size={16} aria-hidden />} onClick={() => saveCsv(shown, figures)}>
            CSV
          </Button>
          {may.decide && (
            <>
              <Button onClick={() => void navigate('/animals/import')}>Bring in a list</Button>
              <Button type="primary" onClick={() => void navigate('/animals/new')}>
                New animal
              </Button>
            </>
          )}
        </div>
      </div>
      {shown.length === 0 ? (
        <p className="empty">No animal fits these filters.</p>
      ) : view === 'cards' ? (
        <>
          <div className="cards">
            {shown.slice(0, MOST_CARDS).map((a) => (
              <AnimalCard key={a.id} animal={a} />
            ))}
          </div>
          {shown.length > MOST_CARDS && <p className="quiet">The first {MOST_CARDS} are shown as cards; filter to see others, or use the table.</p>}
        </>
      ) : (
        <Table<AnimalRow> rowKey="id" size="small" virtual={shown.length > 60} scroll={{ x: 900, y: Math.max(320, window.innerHeight - 300) }} pagination={false} columns={columns} dataSource={shown} showSorterTooltip={false} />
      )}
    </section>
  )
}

function useColumns(figures: Figures, ageOf: ReturnType<typeof useAge>): ColumnsType<AnimalRow> {
  return useMemo(
    () => [
      { key: 'tag', title: 'tag', width: 84, fixed: 'left', sorter: (a, b) => byTag(a.tag, b.tag), render: (_, a) => <Link className="tag" to={`/animals/${a.id}`}>{a.tag}</Link> },
      { key: 'species', title: 'species', width: 140, sorter: (a, b) => a.species.localeCompare(b.species), render: (_, a) => a.species },
      { key: 'line', title: 'line', width: 140, sorter: (a, b) => a.line.localeCompare(b.line), render: (_, a) => a.line },
      { key: 'sex', title: 'sex', width: 96, sorter: (a, b) => a.sex.localeCompare(b.sex), render: (_, a) => (a.sex === 'unknown' ? <span className="quiet">not sexed</span> : a.sexCertainty < 0.95 ? `${a.sex}?` : a.sex) },
      { key: 'age', title: 'age', width: 110, sorter: (a, b) => (a.ageDays?.least ?? -1) - (b.ageDays?.least ?? -1), render: (_, a) => ageOf(a) },
      { key: 'grams', title: 'weight', width: 88, align: 'right', className: 'fig', sorter: (a, b) => (a.grams ?? 0) - (b.grams ?? 0), render: (_, a) => figures.grams(a.grams) },
      { key: 'place', title: 'place', width: 120, sorter: (a, b) => byTag(a.place?.name ?? '', b.place?.name ?? ''), render: (_, a) => a.place?.name ?? <span className="quiet">{a.presence === 'here' ? '–' : a.presence}</span> },
      { key: 'stage', title: 'stage', width: 120, sorter: (a, b) => a.stage.localeCompare(b.stage), render: (_, a) => a.stage },
      { key: 'verdict', title: 'to breed', width: 148, sorter: (a, b) => (a.verdict ?? '~').localeCompare(b.verdict ?? '~'), render: (_, a) => (a.verdict ? <Verdict verdict={a.verdict} /> : <span className="quiet">{a.presence === 'listed' ? 'listed' : a.purpose}</span>) },
      { key: 'dam', title: 'dam', width: 80, sorter: (a, b) => byTag(a.dam?.tag ?? '', b.dam?.tag ?? ''), render: (_, a) => a.dam?.tag ?? <span className="quiet">?</span> },
      { key: 'sire', title: 'sire', width: 80, sorter: (a, b) => byTag(a.sire?.tag ?? '', b.sire?.tag ?? ''), render: (_, a) => a.sire?.tag ?? <span className="quiet">?</span> },
    ],
    [figures, ageOf],
  )
}

function ColumnChooser({ columns }: { columns: ColumnsType<AnimalRow> }) {
  const { hidden, set } = useHidden()
  return (
    <Dropdown
      trigger={['click']}
      popupRender={() => (
        <div className="card" style={{ borderTopWidth: 1 }}>
          {columns.slice(1).map((c) => {
            const key = String(c.key)
            return (
              <div key={key}>
                <Checkbox checked={!hidden.includes(key)} onChange={(e) => set(e.target.checked ? hidden.filter((h) => h !== key) : [...hidden, key])}>
                  {String(c.title)}
                </Checkbox>
              </div>
            )
          })}
        </div>
      )}
    >
      <Button icon={<Columns3 size={16} aria-hidden />}>columns</Button>
    </Dropdown>
  )
}

function saveCsv(rows: readonly AnimalRow[], figures: Figures) {
  const text = Papa.unparse(
    rows.map((a) => ({
      ...{ tag: neutraliseFormula(a.tag), species: a.species, line: neutraliseFormula(a.line), sex: a.sex, 'hatched from': a.hatched?.from ?? '', 'hatched to': a.hatched?.to ?? '' },
      ...{ dam: neutraliseFormula(a.dam?.tag ?? ''), sire: neutraliseFormula(a.sire?.tag ?? ''), place: neutraliseFormula(a.place?.name ?? ''), purpose: a.purpose, presence: a.presence },
      ...{ 'weight g': a.grams ?? '', 'weighed on': a.weighedOn ?? '', stage: a.stage, 'to breed': a.verdict ?? '' },
    })),
  )
  const url = URL.createObjectURL(new Blob(['\ufeff', text], { type: 'text/csv' }))
  const link = Object.assign(document.createElement('a'), { href: url, download: `animals-${figures.zone.split('/').at(-1)}.csv` })
  link.click()
  URL.revokeObjectURL(url)
}

function Nobody({ may }: { may: boolean }) {
  return (
    <section className="page">
      <h1>Animals</h1>
      <div className="empty" style={{ marginTop: 14 }}>
        <p>There is no animal in this book yet.</p>
        {may && (
          <p>
            <Link to="/animals/import">Bring in a list</Link> you keep already, or <Link to="/animals/new">write down the first one</Link>.
          </p>
        )}
      </div>
    </section>
  )
}
