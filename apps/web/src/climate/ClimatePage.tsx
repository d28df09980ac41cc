import type { ClimateRow } from '@hatch-book/contract'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { AddBands } from './AddBands'
import { useClimate } from './queries'
import { NotYet } from '../parts/NotYet'

/** What is not measured is not well: it is counted by itself. */
function saysAll(ill: number, silent: number, all: number): string {
  const unknown =
    silent === 0 ? '' : `${silent === 1 ? 'One place has' : `${silent} places have`} no reading.`
  if (ill > 0) return `${ill} of ${all} want a look. ${unknown}`
  if (silent === all) return unknown
  return silent === 0 ? 'All is as it should be.' : `All that is measured is as it should be. ${unknown}`
}

/** Every place whose air is measured: what it shows, what it should, and what is wrong. */
export function ClimatePage() {
  const asked = useClimate()
  const { data } = asked
  const may = useMay()
  if (!data) return <NotYet of={asked} page />
  const ill = data.filter((p) => !p.well)
  return (
    <section className="page">
      <PageHead title="Climate" />
      {data.length === 0 && (
        <p className="empty">
          Nothing is measured yet. An incubator, a cold unit and a place outdoors bring their probe with them;
          an enclosure gets one with its bands.
        </p>
      )}
      {data.length > 0 && (
        <p className="small quiet">
          {saysAll(ill.length, data.filter((p) => p.lastC === null).length, data.length)}
        </p>
      )}
      <div className="finding">
        {[...ill, ...data.filter((p) => p.well)].map((place) => (
          <AirCard key={place.placeId} place={place} />
        ))}
      </div>
      {may.decide && <AddBands measured={data.map((p) => p.placeId)} />}
    </section>
  )
}

function AirCard({ place: p }: { place: ClimateRow }) {
  const figures = useFigures()
  return (
    <article className={`card small-card${p.alarms.length > 0 ? ' trouble' : ''}`}>
      <div className="top">
        <Link className="tag" to={`/climate/${p.placeId}`}>
          {p.name}
        </Link>
        <span className="place small">
          {p.kind}
          {p.where && `, ${p.where}`}
        </span>
      </div>
      <h3>
        <span className="fig">{figures.celsius(p.lastC)}</span>
        {p.lastHumidity !== null && <span className="fig"> · {Math.round(p.lastHumidity * 100)} %</span>}
      </h3>
      <p className={p.well ? '' : 'bad'}>
        {p.well ? '' : '◐ '}
        {p.says}
      </p>
      <p className="small quiet">
        {p.setPointC !== null && <>set to {figures.celsius(p.setPointC)}, </>}
        {p.lastAt ? <>last reading {figures.instant(p.lastAt)}</> : 'import its log to see it here'}
        {p.speaks && ', sends its own readings'}
        {p.offsetC !== 0 && `, calibrated ${p.offsetC > 0 ? '+' : ''}${figures.degrees(p.offsetC, 2)}`}
      </p>
    </article>
  )
}
