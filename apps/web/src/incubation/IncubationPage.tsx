import { PageHead } from '../parts/PageHead'
import { named } from '../parts/named'
import type { ClutchView } from '@hatch-book/contract'
import { Button } from 'antd'
import { Link, useNavigate, useParams } from 'react-router'
import { useTitle } from '../shell/frame/useTitle'
import { useFigures } from '../shell/figures'
import { useClutches, useLineFilter, usePlaces, useProbes } from '../shell/queries'
import { useMay } from '../shell/session'
import { ClutchDetail } from './ClutchDetail'
import { IncubatorFront } from './IncubatorFront'
import { NewIncubator } from './NewIncubator'
import { eggsInWords } from './words'
import { NotYet } from '../parts/NotYet'

/** The incubators as they stand, the clutches in the order in which they will hatch, and the one that is picked. */
export function IncubationPage() {
  const { id } = useParams()
  const clutchesAsked = useClutches()
  const { data: clutches } = clutchesAsked
  const placesAsked = usePlaces()
  const { data: places } = placesAsked
  const probesAsked = useProbes()
  const { data: probes } = probesAsked
  const { line, fits } = useLineFilter()
  const may = useMay()
  const navigate = useNavigate()
  useTitle(id && clutches?.find((c) => c.id === id)?.name)
  if (!clutches || !places || !probes) return <NotYet of={[clutchesAsked, placesAsked, probesAsked]} page />
  const mine = clutches.filter(fits)
  const waiting = mine
    .filter((c) => c.waiting > 0)
    .sort((a, b) => (a.forecast?.likely ?? '9').localeCompare(b.forecast?.likely ?? '9'))
  const ended = mine.filter((c) => c.waiting === 0)
  const incubators = places.filter((p) => p.kind === 'incubator')
  const picked = named(clutches, id, (c) => c.id, waiting[0] ?? ended[0])
  return (
    <section className="page">
      <PageHead
        title={
          <>
            {picked?.incubator ? `Incubator ${picked.incubator.name}` : 'Incubation'}
            {line && <span className="quiet"> · {line}</span>}
          </>
        }
      >
        {may.write && incubators.length > 0 && (
          <Button onClick={() => void navigate('/incubation/log')}>Bring in a temperature log</Button>
        )}
        {may.decide && (
          <Button type="primary" onClick={() => void navigate('/incubation/new')}>
            Record a clutch
          </Button>
        )}
      </PageHead>
      {incubators.length === 0 && (
        <div className="empty">
          <p>There is no incubator in this book yet. Clutches are set in its boxes.</p>
          {may.decide && <NewIncubator />}
        </div>
      )}
      {(incubators.length > 0 || mine.length > 0) && (
        <div className="columns list-left">
          <div>
            <h2>Next to hatch</h2>
            {waiting.length === 0 && <p className="quiet">No egg is waiting.</p>}
            <ul className="lines" aria-label="Next to hatch">
              {waiting.map((c) => (
                <ClutchLine key={c.id} clutch={c} picked={c.id === picked?.id} line={line} />
              ))}
            </ul>
            {ended.length > 0 && (
              <details open={picked?.waiting === 0} className="above-12">
                <summary className="quiet">{ended.length} ended</summary>
                <ul className="lines">
                  {ended.map((c) => (
                    <ClutchLine key={c.id} clutch={c} picked={c.id === picked?.id} line={line} />
                  ))}
                </ul>
              </details>
            )}
            {may.decide && (
              <details className="above-16">
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
            {id && !picked && (
              <p className="empty">
                That clutch is not in this book.{clutches.length > 0 && ' Pick one from the list.'}
              </p>
            )}
            {!id && !picked && (
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
    <li className={`${picked ? 'picked' : ''} inset`}>
      <Link
        to={`/incubation/${c.id}${line ? `?line=${encodeURIComponent(line)}` : ''}`}
        className="as-text as-block"
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
        {c.waiting > 0 && (
          <div className="bar">
            <i style={{ width: `${Math.min(100, share * 100)}%` }} />
          </div>
        )}
        <div className="between small quiet">
          <span>
            {c.waiting > 0
              ? eggsInWords(c)
              : c.kind === 'litter'
                ? eggsInWords(c)
                : `${c.eggs.filter((e) => e.fate === 'hatched').length} of ${c.eggs.length} hatched`}
          </span>
          {c.waiting > 0 && <span className="fig">{Math.min(100, Math.round(share * 100))} %</span>}
        </div>
      </Link>
    </li>
  )
}
