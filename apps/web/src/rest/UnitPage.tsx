import type { UnitPage as UnitData } from '@hatch-book/contract'
import { Segmented } from 'antd'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { NotInBook } from '../parts/NotInBook'
import { ReasonList } from '../parts/Reasons'
import { StandIn } from '../parts/StandIn'
import { useTitle } from '../shell/frame/useTitle'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'
import { useLivePlace } from '../shell/useLivePlace'
import { useUnit, useUnits } from './queries'
import { ThermometerForm } from './ThermometerForm'
import { TurnDial } from './TurnDial'
import { UnitFigures } from './UnitFigures'
import { UnitChart } from './UnitChart'
import { bandsOf, VERDICTS } from './UnitCard'
import css from './rest.module.css'
import { NotYet } from '../parts/NotYet'

const DAY = 86_400_000
const SPANS = { judged: 0, day: 1, week: 7, month: 31, year: 366 } as const

/** A cold unit: proved before anybody sleeps in it, watched while somebody does. */
export function UnitPage() {
  const { id } = useParams()
  const asked = useUnit(id)
  const { data, error } = asked
  const figures = useFigures()
  const live = useLivePlace(id)
  const units = useUnits()
  useTitle(data?.unit.name)
  if (error)
    return (
      <NotInBook title="This unit cannot be shown" says={error.message} to="/rest/units" others="All units" />
    )
  if (!data || units.isPending) return <NotYet of={asked} page />
  const { unit } = data
  const now = live ?? (unit.lastC === null ? null : { celsius: unit.lastC, at: unit.lastAt! })
  return (
    <section className="page">
      <PageHead title={unit.name} />
      <p>
        {unit.make}
        {unit.litres ? `, ${unit.litres} L` : ''}, set to{' '}
        <strong className="fig">{figures.celsius(unit.setPointC)}</strong>
        {now && (
          <>
            , {live ? 'now' : 'last'}{' '}
            <strong className="fig" data-testid="now">
              {figures.celsius(now.celsius)}
            </strong>{' '}
            <span className="quiet">({figures.instant(now.at)})</span>
          </>
        )}
        {!unit.speaks && (
          <span className="quiet">; no live probe: read its thermometer, or import its log</span>
        )}
      </p>
      {data.alarms
        .filter((a) => a.clearedAt === null)
        .map((a) => (
          <p key={a.id} className="note bad" role="alert">
            <strong>■ {a.kind}</strong>: {a.says}. {a.todo}
          </p>
        ))}
      <div className="columns with-side">
        <Curve key={unit.id} data={data} />
        <div className={`in-rows gap-12 ${css.narrow}`}>
          <ProofCard data={data} />
          {!unit.speaks && <ThermometerForm unit={unit} />}
          <Sleepers data={data} />
          <StandIn placeId={data.unit.id} speaks={data.unit.speaks} what="unit" />
        </div>
      </div>
      <PastAlarms data={data} />
    </section>
  )
}

function Curve({ data }: { data: UnitData }) {
  const [span, setSpan] = useState<keyof typeof SPANS>('judged')
  const [back, setBack] = useState(0)
  const figures = useFigures()
  const { now } = useSession()
  const end = Math.max(Date.parse(now), Date.parse(data.unit.lastAt ?? now))
  const length = SPANS[span] * DAY
  const from = span === 'judged' ? data.judged.from : new Date(end - length * (back + 1)).toISOString()
  const to = span === 'judged' ? data.judged.to : new Date(end - length * back).toISOString()
  const bands = bandsOf(data)
  // Nothing logs it: there is no curve, only what somebody read.
  const isRead = (data.proofs[0]?.looks ?? null) !== null
  const { data: units } = useUnits()
  const [besideId, setBeside] = useState<string | null>(null)
  const other = units?.find((u) => u.id === besideId)
  return (
    <div>
      {!isRead && (
        <div className="between at-middle wraps">
          <Segmented
            aria-label="Stretch"
            value={span}
            options={[
              { value: 'judged', label: data.judged.of === 'trial' ? 'the trial' : 'two weeks' },
              { value: 'day', label: 'a day' },
              { value: 'week', label: 'a week' },
              { value: 'month', label: 'a month' },
              { value: 'year', label: 'a year' },
            ]}
            onChange={(next) => {
              setSpan(next as keyof typeof SPANS)
              setBack(0)
            }}
          />
          {span !== 'judged' && (
            <span>
              <button type="button" className="plain" onClick={() => setBack(back + 1)}>
                earlier
              </button>{' '}
              <button
                type="button"
                className="plain"
                disabled={back === 0}
                onClick={() => setBack(Math.max(0, back - 1))}
              >
                later
              </button>
            </span>
          )}
          <select
            className="native"
            aria-label="Beside it"
            value={besideId ?? ''}
            onChange={(e) => setBeside(e.target.value || null)}
          >
            <option value="">alone</option>
            {(units ?? [])
              .filter((u) => u.id !== data.unit.id)
              .map((u) => (
                <option key={u.id} value={u.id}>
                  beside {u.name}
                </option>
              ))}
          </select>
          <span className="quiet small">
            {figures.instant(from)} to {figures.instant(to)}
          </span>
        </div>
      )}
      {!isRead && (
        <UnitChart
          probeId={data.unit.probeId}
          from={from}
          to={to}
          bands={bands}
          height={330}
          beside={other?.probeId ? { probeId: other.probeId, name: other.name } : null}
        />
      )}
      <UnitFigures proofs={data.proofs} />
    </div>
  )
}

function ProofCard({ data }: { data: UnitData }) {
  const figures = useFigures()
  const [open, setOpen] = useState<string | null>(null)
  return (
    <article className={`card ${data.verdict === 'no-go' ? 'trouble' : ''}`} aria-label="Proof">
      <h3>{data.judged.of === 'trial' ? 'Trial' : 'Last two weeks'}</h3>
      {data.verdict === null && (
        <p className="small quiet">
          {data.proofs.length > 0
            ? 'No animals are planned for it. How it would suit yours:'
            : 'No animals are planned for it, and none of yours need a rest: there is nothing to judge it by.'}
        </p>
      )}
      <ul className="lines">
        {data.proofs.map((p) => {
          const { mark, says, className } = VERDICTS[p.verdict]
          return (
            <li key={p.for}>
              <div className="between">
                <span>
                  {p.for}{' '}
                  <span className="quiet small nowrap">
                    {figures.celsiusBrief(p.bandC.low)} to {figures.celsiusBrief(p.bandC.high)}
                  </span>
                </span>
                <button
                  type="button"
                  className="plain"
                  onClick={() => setOpen(open === p.for ? null : p.for)}
                  aria-expanded={open === p.for}
                >
                  <strong className={className}>
                    {mark} {says}
                  </strong>
                </button>
              </div>
              {open === p.for && <ReasonList reasons={p.reasons} />}
            </li>
          )
        })}
      </ul>
      {data.proofs[0] && (
        <p className="flush above-12">
          <strong>{data.proofs[0].advice.says}</strong>
        </p>
      )}
      <TurnDial data={data} />
    </article>
  )
}

function Sleepers({ data: { sleepers, planned } }: { data: UnitData }) {
  const list = (who: UnitData['sleepers'], says: string) =>
    who.length > 0 && (
      <article className="card small-card" aria-label={says}>
        <h3>
          {who.length} {says.toLowerCase()}
        </h3>
        <p className="row flush">
          {who.map((s) => (
            <Link key={s.restId} to={`/rest?rest=${s.restId}`} className="tag after-16">
              {s.tag}
            </Link>
          ))}
        </p>
      </article>
    )
  return (
    <>
      {list(sleepers, 'Resting here')}
      {list(planned, 'Planned for it')}
    </>
  )
}

function PastAlarms({ data }: { data: UnitData }) {
  const figures = useFigures()
  const past = data.alarms.filter((a) => a.clearedAt !== null)
  if (past.length === 0) return null
  return (
    <>
      <h2 className="above-16">Alarms that are over</h2>
      <ul className="lines">
        {past.map((a) => (
          <li key={a.id}>
            <span className="when">{figures.instant(a.raisedAt)}</span> {a.kind}: {a.says}
            <span className="quiet">
              {' '}
              · over {figures.instant(a.clearedAt!)}
              {a.seenBy && `, seen by ${a.seenBy}`}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}
