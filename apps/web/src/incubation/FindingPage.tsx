import type { FindingRow } from '@hatch-book/contract'
import { LAYING_SIGNS, type LayingSign } from '@hatch-book/core'
import { Button, Select } from 'antd'
import { Link, useNavigate } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { withDays } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useLineFilter } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { useFinding } from './queries'
import { percent } from './words'
import { NotYet } from '../parts/NotYet'

/** Who may lay or bear, and where to look today: a nest is opened only where it is due. */
export function FindingPage() {
  const asked = useFinding()
  const { data } = asked
  const { fits } = useLineFilter()
  const { today } = useSession()
  const may = useMay()
  const navigate = useNavigate()
  if (!data) return <NotYet of={asked} page />
  const rows = data.filter((r) => fits(r))
  const due = rows.filter((r) => r.checkOn !== null && r.checkOn <= today)
  const later = rows.filter((r) => !due.includes(r) && !r.unlikely)
  const unlikely = rows.filter((r) => !due.includes(r) && r.unlikely)
  return (
    <section className="page">
      <PageHead title="Nest checks">
        {may.decide && (
          <Button type="primary" onClick={() => void navigate('/incubation/new')}>
            Record a clutch
          </Button>
        )}
      </PageHead>
      {rows.length === 0 && (
        <p className="empty">
          No female is expected to lay. Once a mating is recorded under Pairings, she appears here with her
          window.
        </p>
      )}
      {rows.length > 0 && due.length === 0 && <p className="quiet">Nothing is due today.</p>}
      <Cards title="Look today" rows={due} due />
      <Cards title="Not yet" rows={later} />
      <Cards title="May lay again, though it is unlikely" rows={unlikely} />
    </section>
  )
}

function Cards({ title, rows, due = false }: { title: string; rows: readonly FindingRow[]; due?: boolean }) {
  if (rows.length === 0) return null
  return (
    <>
      <h2 className="above-16">{title}</h2>
      <div className="finding">
        {rows.map((row) => (
          <FindingCard key={`${row.dam.id}${row.comes}`} row={row} due={due} />
        ))}
      </div>
    </>
  )
}

function FindingCard({ row, due }: { row: FindingRow; due: boolean }) {
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const { write } = useLog()
  const navigate = useNavigate()
  const { dam } = row
  const subject = { type: 'animal' as const, id: dam.id }
  const what = row.comes === 'young' ? 'Young' : row.comes === 'eggs' ? 'Eggs' : 'Eggs again'
  const late = row.windowDays.to < today
  const found = `/incubation/new?dam=${dam.id}&kind=${encodeURIComponent(row.kind)}${row.pairingId ? `&pairing=${row.pairingId}` : ''}`
  return (
    <article className={`card small-card${due ? ' now' : ''}${late && !row.unlikely ? ' trouble' : ''}`}>
      <div className="top">
        <Link className="tag" to={`/animals/${dam.id}`}>
          {dam.tag}
        </Link>
        <span className="place small">{row.place ?? ''}</span>
      </div>
      <h3>
        {what} {figures.span(row.windowDays)}
      </h3>
      <p>
        Most likely {figures.day(row.likelyDay)}; <span className="fig">{percent(row.chance)}</span> that it
        comes to it.
      </p>
      <p className="small">
        {row.species}, {withDays(row.because, figures.day)}.
        {late && !row.unlikely && (
          <strong className="bad"> Her window is over: if she is heavy still, a vet.</strong>
        )}
      </p>
      {row.signs && <p className="small quiet">Look for: {row.signs}.</p>}
      <p className="small">
        {row.checkedOn && <>Looked at {figures.day(row.checkedOn)}. </>}
        {row.checkOn === null
          ? 'Leave her be for now.'
          : due
            ? 'Look into the nest today.'
            : `Look again on ${figures.day(row.checkOn)}.`}
      </p>
      {may.write && (
        <div className="row">
          {may.decide && (
            <Button size="small" type={due ? 'primary' : 'default'} onClick={() => void navigate(found)}>
              {row.comes === 'young' ? 'Young are here' : 'Eggs are there'}
            </Button>
          )}
          <Button
            size="small"
            onClick={() =>
              void write(
                [{ kind: 'nest checked', subject, payload: {} }],
                `${dam.tag}: looked at, nothing there`,
              )
            }
          >
            Nothing there
          </Button>
          <Select
            aria-label={`A sign of ${dam.tag}`}
            size="small"
            placeholder="a sign …"
            value={null as LayingSign | null}
            className="w-150"
            options={LAYING_SIGNS.map((s) => ({ value: s, label: s }))}
            onChange={(sign: LayingSign) =>
              void write([{ kind: 'laying sign', subject, payload: { sign } }], `${dam.tag}: ${sign}`)
            }
          />
        </div>
      )}
    </article>
  )
}
