import { neutraliseFormula, type ImportPreview, type ImportRow } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { App, Button } from 'antd'
import Papa from 'papaparse'
import { useState } from 'react'
import { Link } from 'react-router'
import { RefusedError, api, refreshBook } from '../shell/api'
import { FileDrop } from '../parts/FileDrop'
import { useFigures } from '../shell/figures'

const EXAMPLE = `tag,species,sex,hatched,dam,sire,place,weight g
K01,corn snake,female,2022-07-14,,,A1,412
K02,corn snake,male,about 2021,,,A2,388
K03,corn snake,,2025-08,K01,K02,N1,74`

/** Brings a list in: shown first, faulty rows with their reasons, and nothing of it lost. */
export function ImportPage() {
  const [file, setFile] = useState<File | null>(null)
  const [preview, setPreview] = useState<ImportPreview | null>(null)
  const [done, setDone] = useState<{ imported: number; kept: number } | null>(null)
  const [says, setSays] = useState('')
  const [busy, setBusy] = useState(false)
  const { notification } = App.useApp()
  const attempt = async (work: () => Promise<void>) => {
    setBusy(true)
    setSays('')
    try {
      await work()
    } catch (error) {
      setSays(error instanceof RefusedError ? error.problem.detail : 'Something went wrong here.')
    } finally {
      setBusy(false)
    }
  }
  const look = (chosen: File) =>
    attempt(async () => {
      setFile(chosen)
      setDone(null)
      setPreview(null)
      setPreview(
        await api.upload<ImportPreview>(
          `/api/animals/import/preview?fileName=${encodeURIComponent(chosen.name)}`,
          chosen,
        ),
      )
    })
  const bringIn = () =>
    attempt(async () => {
      const result = await api.upload<{ imported: number; kept: number }>(
        `/api/animals/import?fileName=${encodeURIComponent(file!.name)}`,
        file!,
      )
      setDone(result)
      setPreview(null)
      await refreshBook()
      notification.success({ title: `${result.imported} animals brought in` })
    })
  return (
    <section className="page">
      <div className="head">
        <h1>Bring in a list</h1>
        <Link to="/animals">all animals</Link>
      </div>
      <div className="columns" style={{ gridTemplateColumns: 'minmax(0, 1fr) 330px' }}>
        <div>
          <FileDrop label="Choose a CSV list of animals" onFile={(f) => void look(f)} />
          {says && (
            <p className="note bad" role="alert">
              {says} Nothing was brought in.
            </p>
          )}
          {done && (
            <p className="note" role="status">
              {done.imported} animals are in the book.{' '}
              {done.kept > 0 && `${done.kept} faulty rows are kept below, with their reasons.`}{' '}
              <Link to="/animals">See them</Link>
            </p>
          )}
          {preview && <Preview preview={preview} busy={busy} onBringIn={() => void bringIn()} />}
          <Rests />
        </div>
        <div className="card small">
          <h3>What a list looks like</h3>
          <p>
            The first line holds headings. Tag and species are wanted, the rest may be missing: sex, hatched,
            dam, sire, place, weight g, line, purpose, origin, note.
          </p>
          <pre tabIndex={0} className="fig scroll-x" style={{ fontSize: 12 }}>
            {EXAMPLE}
          </pre>
          <p>
            A hatch date may be a day, a month, a year, or ‘about 2021’. Commas, semicolons or tabs; any usual
            encoding.
          </p>
        </div>
      </div>
    </section>
  )
}

function Preview({ preview, busy, onBringIn }: { preview: ImportPreview; busy: boolean; onBringIn(): void }) {
  const read = preview.columns.filter((c) => c.means).length
  return (
    <div style={{ marginTop: 16 }}>
      <div className="between">
        <h3>
          {preview.good} good, {preview.faulty} faulty {preview.faulty === 1 ? 'row' : 'rows'}
        </h3>
        <Button type="primary" loading={busy} disabled={preview.good === 0} onClick={onBringIn}>
          Bring in {preview.good} {preview.good === 1 ? 'animal' : 'animals'}
        </Button>
      </div>
      <p className="small quiet">
        {preview.fileName}: {preview.encoding}, divided by ‘
        {preview.delimiter === '\t' ? 'tab' : preview.delimiter}’, {read} of {preview.columns.length} columns
        understood.
      </p>
      {preview.notes.map((n) => (
        <p key={n} className="small">
          {n}
        </p>
      ))}
      {preview.faulty > 0 && (
        <>
          <h2>Faulty rows: they stay here, with their reasons, and can be mended and brought in later</h2>
          <Rows rows={preview.faultyRows} withFaults />
          {preview.faulty > preview.faultyRows.length && (
            <p className="quiet">and {preview.faulty - preview.faultyRows.length} more</p>
          )}
        </>
      )}
      {preview.good > 0 && (
        <>
          <h2 style={{ marginTop: 14 }}>Good rows</h2>
          <Rows rows={preview.goodRows.slice(0, 20)} />
          {preview.good > 20 && <p className="quiet">and {preview.good - 20} more</p>}
        </>
      )}
    </div>
  )
}

function Rows({ rows, withFaults = false }: { rows: readonly ImportRow[]; withFaults?: boolean }) {
  const headers = Object.keys(rows[0]?.cells ?? {})
  return (
    <div className="scroll-x" style={{ maxHeight: 340, overflowY: 'auto' }} tabIndex={0}>
      <table className="plain-table small">
        <thead>
          <tr>
            <th>line</th>
            {withFaults && <th style={{ minWidth: 260 }}>why</th>}
            {headers.map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.line}>
              <td className="fig">{row.line}</td>
              {withFaults && <td className="bad">{row.faults.map((f) => f.says).join('; ')}</td>}
              {headers.map((h) => (
                <td key={h}>{(row.cells[h] ?? '').slice(0, 60)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

interface Rest {
  id: string
  fileName: string
  at: string
  imported: number
  rows: ImportRow[]
}

/** What earlier lists left over, until it is mended or put away. */
function Rests() {
  const figures = useFigures()
  const { data } = useQuery({
    queryKey: ['import rests'],
    queryFn: () => api.get<{ rests: Rest[] }>('/api/animals/import/rests'),
  })
  if (!data || data.rests.length === 0) return null
  const putAway = async (rest: Rest) => {
    await api.send('DELETE', `/api/animals/import/rests/${rest.id}`)
    await refreshBook()
  }
  return (
    <div style={{ marginTop: 24 }}>
      <h2>Left over from earlier lists</h2>
      {data.rests.map((rest) => (
        <details key={rest.id} className="card" style={{ marginBottom: 10 }}>
          <summary>
            {rest.fileName}, {figures.instant(rest.at)}: {rest.rows.length} faulty rows, {rest.imported}{' '}
            brought in
          </summary>
          <div className="row" style={{ margin: '8px 0' }}>
            <Button size="small" onClick={() => saveRest(rest)}>
              Save as CSV, to mend
            </Button>
            <Button size="small" onClick={() => void putAway(rest)}>
              Put away
            </Button>
          </div>
          <Rows rows={rest.rows} withFaults />
        </details>
      ))}
    </div>
  )
}

function saveRest(rest: Rest) {
  const text = Papa.unparse(
    rest.rows.map((r) => ({
      ...Object.fromEntries(Object.entries(r.cells).map(([h, c]) => [h, neutraliseFormula(c)])),
      why: r.faults.map((f) => f.says).join('; '),
    })),
  )
  const url = URL.createObjectURL(new Blob(['\ufeff', text], { type: 'text/csv' }))
  Object.assign(document.createElement('a'), {
    href: url,
    download: `to-mend-${rest.fileName.replace(/[^\w.-]/g, '_')}`,
  }).click()
  URL.revokeObjectURL(url)
}
