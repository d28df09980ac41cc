import type { ClutchView, Place, Probe } from '@hatch-book/contract'
import { Button } from 'antd'
import { Link, useNavigate, useParams } from 'react-router'
import { EggMark } from '../parts/Egg'
import { useFigures } from '../shell/figures'
import { useClutches, useLineFilter, usePlaces, useProbes } from '../shell/queries'
import { useMay } from '../shell/session'
import { ClutchDetail } from './ClutchDetail'
import { NewIncubator } from './NewIncubator'

/** The incubators as they stand, the clutches in the order in which they will hatch, and the one that is picked. */
export function IncubationPage() {
  const { id } = useParams()
  const { data: clutches } = useClutches()
  const { data: places } = usePlaces()
  const { data: probes } = useProbes()
  const { line, fits } = useLineFilter()
  const may = useMay()
  const navigate = useNavigate()
  if (!clutches || !places || !probes) return null
  const mine = clutches.filter(fits)
  const waiting = mine
    .filter((c) => c.waiting > 0)
    .sort((a, b) => (a.forecast?.likely ?? '9').localeCompare(b.forecast?.likely ?? '9'))
  const ended = mine.filter((c) => c.waiting === 0)
  const incubators = places.filter((p) => p.kind === 'incubator')
  const picked = clutches.find((c) => c.id === id) ?? waiting[0] ?? ended[0]
  return (
    <section className="page">
      <div className="head">
        <h1>
          {picked?.incubator ? `Incubator ${picked.incubator.name}` : 'Incubation'}
          {line && <span className="quiet"> · {line}</span>}
        </h1>
        <div className="side">
          {may.write && incubators.length > 0 && (
            <Button onClick={() => void navigate('/incubation/log')}>Bring in a temperature log</Button>
          )}
          {may.decide && incubators.length > 0 && (
            <Button type="primary" onClick={() => void navigate('/incubation/new')}>
              Record a clutch
            </Button>
          )}
        </div>
      </div>
      {incubators.length === 0 && (
        <div className="empty">
          <p>There is no incubator in this book yet. Clutches are set in its boxes.</p>
          {may.decide && <NewIncubator />}
        </div>
      )}
      {incubators.length > 0 && (
        <div className="columns" style={{ gridTemplateColumns: '262px minmax(0, 1fr)' }}>
          <div>
            <h2>Next to hatch</h2>
            {waiting.length === 0 && <p className="quiet">No egg is waiting.</p>}
            <ul className="lines" aria-label="Next to hatch">
              {waiting.map((c) => (
                <ClutchLine key={c.id} clutch={c} picked={c.id === picked?.id} line={line} />
              ))}
            </ul>
            {ended.length > 0 && (
              <details open={picked?.waiting === 0} style={{ marginTop: 12 }}>
                <summary className="quiet">{ended.length} ended</summary>
                <ul className="lines">
                  {ended.map((c) => (
                    <ClutchLine key={c.id} clutch={c} picked={c.id === picked?.id} line={line} />
                  ))}
                </ul>
              </details>
            )}
            {may.decide && (
              <details style={{ marginTop: 16 }}>
                <summary className="quiet">another incubator</summary>
                <NewIncubator />
              </details>
            )}
          </div>
          <div>
            {picked?.incubator && (
              <IncubatorFront
                incubatorId={picked.incubator.id}
                places={places}
                probes={probes}
                clutches={clutches}
                pickedId={picked.id}
              />
            )}
            {picked && <ClutchDetail id={picked.id} />}
            {!picked && (
              <p className="empty">
                The incubators are empty. A clutch is recorded where it is found, from its pairing.
              </p>
            )}
          </div>
        </div>
      )}
    </section>
  )
}

function ClutchLine({
  clutch: c,
  picked,
  line,
}: {
  clutch: ClutchView
  picked: boolean
  line: string | null
}) {
  const figures = useFigures()
  const share = c.forecast?.developed ?? 0
  return (
    <li className={picked ? 'picked' : ''} style={{ padding: '8px 12px' }}>
      <Link
        to={`/incubation/${c.id}${line ? `?line=${encodeURIComponent(line)}` : ''}`}
        style={{ color: 'inherit', textDecoration: 'none', display: 'block' }}
      >
        <div className="between">
          <span className="tag">{c.name}</span>
          <span>
            {c.waiting > 0 ? (
              c.forecast && figures.span(c.forecast.windowDays)
            ) : (
              <span className="quiet">ended</span>
            )}
          </span>
        </div>
        <div className="bar">
          <i style={{ width: `${Math.min(100, share * 100)}%` }} />
        </div>
        <div className="between small quiet">
          <span>
            {c.waiting > 0
              ? `${c.waiting} of ${c.eggs.length} eggs`
              : `${c.eggs.filter((e) => e.fate === 'hatched').length} of ${c.eggs.length} hatched`}
          </span>
          <span className="fig">{Math.min(100, Math.round(share * 100))} %</span>
        </div>
      </Link>
    </li>
  )
}

/** An incubator from the front: its boxes, the eggs in them, a shape for each fate. */
function IncubatorFront({
  incubatorId,
  places,
  probes,
  clutches,
  pickedId,
}: {
  incubatorId: string
  places: readonly Place[]
  probes: readonly Probe[]
  clutches: readonly ClutchView[]
  pickedId: string
}) {
  const figures = useFigures()
  const incubator = places.find((p) => p.id === incubatorId)!
  const probe = probes.find((p) => p.placeId === incubatorId)
  const filled = clutches
    .filter((c) => c.incubator?.id === incubatorId && (c.waiting > 0 || c.id === pickedId))
    .sort((a, b) => a.box.name.localeCompare(b.box.name, 'en', { numeric: true }))
  const boxes = places.filter((p) => p.parentId === incubatorId && p.kind === 'box')
  return (
    <div
      style={{ background: 'var(--wash)', border: '1px solid var(--rule)', padding: 12, marginBottom: 16 }}
    >
      <div className="between small" style={{ marginBottom: 8 }}>
        <span>
          set <span className="fig">{figures.celsius(incubator.setPointC)}</span>
          {probe?.lastAt && (
            <>
              , probe <strong className="fig">{figures.celsius(probe.lastC)}</strong> on{' '}
              {figures.instant(probe.lastAt)}
            </>
          )}
        </span>
        <span className="quiet">
          {filled.length} of {boxes.length} boxes in use
        </span>
      </div>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 10 }}>
        {filled.map((c) => (
          <Link
            key={c.id}
            to={`/incubation/${c.id}`}
            style={{
              background: 'var(--sheet)',
              border: c.id === pickedId ? '3px solid var(--yolk)' : '1px solid var(--ink)',
              padding: c.id === pickedId ? 6 : 8,
              color: 'inherit',
              textDecoration: 'none',
              width: 172,
            }}
          >
            <div className="between">
              <span className="tag">{c.name}</span>
              <span className="small quiet">{c.box.name}</span>
            </div>
            <div
              style={{ display: 'flex', flexWrap: 'wrap', gap: 2, minHeight: 24 }}
              role="img"
              aria-label={c.eggs.map((e) => e.fate).join(', ')}
            >
              {c.eggs.map((e) => (
                <EggMark key={e.id} fate={e.fate} size={15} />
              ))}
            </div>
            <div className="bar" style={{ margin: '5px 0 0' }}>
              <i style={{ width: `${Math.min(100, (c.forecast?.developed ?? 0) * 100)}%` }} />
            </div>
          </Link>
        ))}
      </div>
    </div>
  )
}
