import { CalibrationDraft, climateApi, newId, type ClimateRow } from '@hatch-book/contract'
import { Button, Segmented } from 'antd'
import { useState, type FormEvent } from 'react'
import { Link, useParams } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { StandIn } from '../parts/StandIn'
import { useTitle } from '../shell/frame/useTitle'
import { fit, send, wordsOf } from '../shell/api'
import { TemperatureInput } from '../parts/TemperatureInput'
import { useFigures } from '../shell/figures'
import { useEntriesOf, useClutches } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { useLivePlace } from '../shell/useLivePlace'
import { AirChart } from './AirChart'
import { BandsForm } from './BandsForm'
import { DialCard } from './DialCard'
import { useClimate } from './queries'
import css from './climate.module.css'
import { NotYet } from '../parts/NotYet'

const STRETCHES = [
  { value: 1, label: 'a day' },
  { value: 7, label: 'a week' },
  { value: 30, label: 'a month' },
  { value: 365, label: 'a year' },
] as const

/** One place: its curve over any stretch, live while it speaks; its bands, its probe and what lies in it. */
export function PlaceClimatePage() {
  const { id } = useParams()
  const asked = useClimate()
  const { data } = asked
  const { now } = useSession()
  const [days, setDays] = useState<number>(7)
  const live = useLivePlace(id)
  const place = data?.find((p) => p.placeId === id)
  useTitle(place && `${place.name} climate`)
  // All that stands in it, so that nothing is pushed down by what comes a moment later.
  const others = [useClutches(), useEntriesOf(id ?? '', 40)]
  if (!data || others.some(({ isPending }) => isPending)) return <NotYet of={asked} page />
  if (!place) return <p className="empty">This place has no probe.</p>
  const heard = live && (!place.lastAt || live.at > place.lastAt) ? live : null
  const to = heard?.at ?? (place.lastAt && place.lastAt > now ? place.lastAt : now)
  const from = new Date(Date.parse(to) - days * 86_400_000).toISOString()
  return (
    <section className="page">
      <PageHead title={`${place.kind[0]!.toUpperCase()}${place.kind.slice(1)} ${place.name}`}>
        <Segmented
          aria-label="Stretch"
          value={days}
          onChange={(d) => setDays(d)}
          options={STRETCHES.map((s) => ({ value: s.value, label: s.label }))}
        />
      </PageHead>
      <div className="columns with-side">
        <div>
          <Now place={place} celsius={heard?.celsius ?? place.lastC} at={heard?.at ?? place.lastAt} />
          <AirChart place={place} from={from} to={to} />
          <Inside placeId={place.placeId} />
        </div>
        <div>
          {place.kind === 'incubator' && (
            <StandIn placeId={place.placeId} speaks={place.speaks} what="incubator" />
          )}
          {place.kind === 'incubator' && <DialCard key={place.setPointC} place={place} />}
          {(place.bands || !['incubator', 'unit', 'outdoors'].includes(place.kind)) && (
            <article className="card small-card">
              <h2>What it should be</h2>
              <BandsForm
                key={JSON.stringify(place.bands)}
                placeId={place.placeId}
                bands={place.bands}
                onDone={() => undefined}
              />
            </article>
          )}
          <ProbeCard place={place} />
        </div>
      </div>
    </section>
  )
}

function Now({ place, celsius, at }: { place: ClimateRow; celsius: number | null; at: string | null }) {
  const figures = useFigures()
  return (
    <div className="below-12">
      <p className="figure-line flush">
        <span>
          <b className={`fig ${css.now}`} data-testid="now-c">
            {figures.celsius(celsius)}
          </b>{' '}
          {at && <span className="quiet">{figures.instant(at)}</span>}
        </span>{' '}
        <span className={place.well ? '' : 'bad'}>{place.says}</span>
      </p>
      {place.alarms.map((a) => (
        <p key={a.id} className={`note ${a.severity === 'alarm' ? 'bad' : ''}`}>
          <strong>
            {a.severity === 'alarm' ? '■' : '◐'} {a.kind}
          </strong>{' '}
          since {figures.instant(a.since)}: {a.says}. {a.todo}
        </p>
      ))}
    </div>
  )
}

/** What lies in an incubator, and so is touched by its air. */
function Inside({ placeId }: { placeId: string }) {
  const { data: clutches } = useClutches()
  const figures = useFigures()
  const inside = (clutches ?? []).filter((c) => c.incubator?.id === placeId && c.waiting > 0)
  if (inside.length === 0) return null
  return (
    <>
      <h2 className="above-16">Eggs there</h2>
      <table className="plain-table">
        <tbody>
          {inside.map((c) => (
            <tr key={c.id}>
              <td>
                <Link className="tag" to={`/incubation/${c.id}`}>
                  {c.name}
                </Link>
              </td>
              <td>{c.species}</td>
              <td className="fig">{c.waiting}</td>
              <td>{c.forecast && figures.span(c.forecast.windowDays)}</td>
              <td className="small quiet">{c.box?.name}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

function ProbeCard({ place }: { place: ClimateRow }) {
  const sendAndSay = useSendAndSay()
  const figures = useFigures()
  const may = useMay()
  const { member } = useSession()
  const [read, setRead] = useState<number | null>(null)
  const [truth, setTruth] = useState<number | null>(null)
  const [token, setToken] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const signed = (degrees: number) => `${degrees > 0 ? '+' : ''}${figures.degrees(degrees, 2)}`
  const compare = async (event: FormEvent) => {
    event.preventDefault()
    setSays('')
    try {
      await send(climateApi.calibrate, {
        params: { id: place.probeId },
        body: fit(CalibrationDraft, { id: newId(), readC: read, trueC: truth }),
      })
      setRead(null)
      setTruth(null)
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
  return (
    <article className="card small-card above-16" aria-label="Its probe">
      <h2>Its probe</h2>
      <p className="small">
        {place.offsetC === 0 ? 'Taken as it reads.' : `${signed(place.offsetC)} are added to what it reads.`}
      </p>
      {place.calibrations.length > 1 && (
        <ul className="lines small">
          {place.calibrations.map((c) => (
            <li key={c.from ?? 'first'} className="between">
              <span>{c.from ? `from ${figures.day(c.from.slice(0, 10))}` : 'from the first reading'}</span>
              <span className="fig">{signed(c.offsetC)}</span>
            </li>
          ))}
        </ul>
      )}
      {may.decide && (
        <form className="row" onSubmit={(e) => void compare(e)}>
          <TemperatureInput
            label="It shows"
            size="small"
            step={0.1}
            placeholder="it shows"
            celsius={read}
            onChange={setRead}
            className="w-90"
          />
          <TemperatureInput
            label="True is"
            size="small"
            step={0.1}
            placeholder="true is"
            celsius={truth}
            onChange={setTruth}
            className="w-90"
          />
          <Button size="small" htmlType="submit" disabled={read === null || truth === null}>
            Calibrate
          </Button>
        </form>
      )}
      {says && (
        <p className="small bad" role="alert">
          {says}
        </p>
      )}
      <p className="small above-12">
        <Link to={`/incubation/log?probe=${place.probeId}&back=/climate/${place.placeId}`}>
          Bring in its log
        </Link>
        {member.role === 'owner' && (
          <>
            {' · '}
            <button
              type="button"
              className="plain"
              onClick={() =>
                void sendAndSay(climateApi.issueToken, { params: { id: place.probeId } }).then(
                  (made) => made && setToken(made.token),
                )
              }
            >
              connect it live
            </button>
          </>
        )}
      </p>
      {token && (
        <p className="small">
          Its token, shown this once: <code className={css.address}>{token}</code>. Send readings to{' '}
          <code>POST /api/bridge/readings</code>.
        </p>
      )}
    </article>
  )
}
