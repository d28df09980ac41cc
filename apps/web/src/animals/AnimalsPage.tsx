import { counted, livesHere } from '@hatch-book/core'
import type { AnimalRow } from '@hatch-book/contract'
import { Button, Input, Segmented } from 'antd'
import { Download } from 'lucide-react'
import { lazy, Suspense, useMemo, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { NoSpecies } from '../parts/NoSpecies'
import { BrokenProtocols } from '../parts/BrokenProtocols'
import { AnimalCard } from '../parts/AnimalCard'
import { AnimalTable, ColumnChooser } from './AnimalTable'
import { COLUMNS, byTag } from './columns'
import { GROUPINGS, usePicked, useTable, type Grouping } from './tableStore'
import { useFigures, type Figures } from '../shell/figures'
import { useAnimals, useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'
import { useSetInAddress, useWordInAddress } from '../shell/wordInAddress'
import css from './list.module.css'
import { NotYet } from '../parts/NotYet'

const MOST_CARDS = 240
/** What is done to many comes once some are ticked. */
const BulkActs = lazy(() => import('./BulkActs').then(({ BulkActs: it }) => ({ default: it })))

/** All animals, as a table or as cards. Filters stand in the address. */
export function AnimalsPage() {
  const asked = useAnimals()
  const { data } = asked
  const [params] = useSearchParams()
  const { line, fits } = useLineFilter()
  const may = useMay()
  const figures = useFigures()
  const navigate = useNavigate()
  const { grouping, group, hidden } = useTable()
  const anyTicked = usePicked(({ picked }) => picked.size > 0)
  const [find, type] = useWordInAddress('find')
  const word = find.toLowerCase()
  const presence = params.get('presence') ?? 'here'
  const species = params.get('species')
  // A table is pushed about on a phone: there each animal is a card, unless the table is asked for.
  const [usual] = useState(() => (matchMedia('(max-width: 760px)').matches ? 'cards' : 'table'))
  const view = params.get('view') ?? usual
  const set = useSetInAddress()
  const all = useMemo(() => [...(data ?? [])].sort((a, b) => byTag(a.tag, b.tag)), [data])
  const shown = useMemo(
    () =>
      all.filter(
        (a) =>
          (presence === 'all' ||
            (presence === 'gone' ? a.presence === 'sold' || a.presence === 'died' : livesHere(a.presence))) &&
          (!species || a.species === species) &&
          fits(a) &&
          (word === '' ||
            `${a.tag} ${a.name} ${a.line} ${a.place?.name ?? ''} ${a.stage} ${a.purpose} ${a.traits.join(' ')}`
              .toLowerCase()
              .includes(word)),
      ),
    [all, presence, species, word, fits],
  )
  if (!data) return <NotYet of={asked} page />
  if (all.length === 0) return <Nobody may={may.decide} />
  return (
    <section className="page">
      <div className="head">
        <h1>
          {counted(shown.length, 'animal')}
          {line && <span className="quiet"> of {line}</span>}
        </h1>
        <div className="side">
          <Button
            icon={<Download size={16} aria-hidden />}
            onClick={() => void saveCsv(shown, figures, view === 'table' ? hidden : [])}
          >
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
      <div className={`row ${css.filters} no-print`}>
        <Input
          aria-label="Filter animals"
          placeholder="tag, name, look, place"
          className="w-190"
          value={find}
          onChange={(e) => type(e.target.value)}
          allowClear
        />
        <select
          className="native"
          aria-label="Species"
          value={species ?? ''}
          onChange={(e) => set('species', e.target.value)}
        >
          <option value="">every species</option>
          {[...new Set(all.map((a) => a.species))].map((s) => (
            <option key={s}>{s}</option>
          ))}
        </select>
        <Segmented
          aria-label="Presence"
          value={presence}
          onChange={(p) => set('presence', p === 'here' ? null : p)}
          options={['here', 'gone', 'all']}
        />
        <Segmented
          aria-label="View"
          value={view}
          onChange={(v) => set('view', v === usual ? null : v)}
          options={['table', 'cards']}
        />
        {view === 'table' && (
          <select
            className="native"
            aria-label="Grouped by"
            value={grouping}
            onChange={(e) => group(e.target.value as Grouping)}
          >
            {GROUPINGS.map((g) => (
              <option key={g} value={g}>
                {g === 'nothing' ? 'not grouped' : `by ${g}`}
              </option>
            ))}
          </select>
        )}
        {view === 'table' && <ColumnChooser />}
      </div>
      {anyTicked && (
        <Suspense fallback={null}>
          <BulkActs animals={shown} />
        </Suspense>
      )}
      {shown.length === 0 ? (
        <p className="empty">No animal fits these filters.</p>
      ) : view === 'cards' ? (
        <>
          <div className="cards">
            {shown.slice(0, MOST_CARDS).map((a) => (
              <AnimalCard key={a.id} animal={a} />
            ))}
          </div>
          {shown.length > MOST_CARDS && (
            <p className="quiet">
              The first {MOST_CARDS} are shown as cards; filter to see others, or use the table.
            </p>
          )}
        </>
      ) : (
        <AnimalTable animals={shown} selectable={may.write} />
      )}
    </section>
  )
}

/** Saves what is shown: these rows, and the columns that are not hidden. */
async function saveCsv(
  rows: readonly AnimalRow[],
  figures: Figures,
  hidden: readonly string[],
): Promise<void> {
  const { default: Papa } = await import('papaparse')
  const columns = COLUMNS.filter((c) => !hidden.includes(c.key))
  const text = Papa.unparse(
    rows.map((a) => Object.assign({}, ...columns.map(({ file }) => file(a))) as object),
  )
  const url = URL.createObjectURL(new Blob(['\ufeff', text], { type: 'text/csv' }))
  const link = Object.assign(document.createElement('a'), {
    href: url,
    download: `animals-${figures.zone.split('/').at(-1)}.csv`,
  })
  link.click()
  URL.revokeObjectURL(url)
}

function Nobody({ may }: { may: boolean }) {
  return (
    <section className="page">
      <BrokenProtocols />
      <h1>Animals</h1>
      <div className="empty above-16">
        <p>There is no animal in this book yet.</p>
        <NoSpecies />
        {may && (
          <p>
            <Link to="/animals/import">Bring in a list</Link> you keep already, or{' '}
            <Link to="/animals/new">write down the first one</Link>.
          </p>
        )}
      </div>
    </section>
  )
}
