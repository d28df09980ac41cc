import type { Colonies, ColonyView } from '@hatch-book/contract'
import { byUrgency, growthRate, hatchedOf, isEmptyColony, workOfColony } from '@hatch-book/core'
import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { NoSpecies } from '../parts/NoSpecies'
import { DueList } from '../parts/DueList'
import { LastEntries } from '../parts/LastEntries'
import { useTitle } from '../shell/frame/useTitle'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { ColonyCourse } from './ColonyCourse'
import { CountForm } from './CountForm'
import { FeedOff } from './FeedOff'
import { NewColony } from './NewColony'
import { useCareToday, useColonies } from '../shell/queries'
import { useSupply } from './queries'
import { Supply } from './Supply'
import { Method, planWork } from './Work'
import { useGoOn } from '../shell/useGoOn'
import { NotYet } from '../parts/NotYet'

/** Colonies that feed the rest: what was counted, how they grow, and what they can give. */
export function ColoniesPage() {
  const asked = useColonies()
  const { data } = asked
  return data ? <Kept data={data} /> : <NotYet of={asked} page />
}

function Kept({ data }: { data: Colonies }) {
  const { id } = useParams()
  const navigate = useNavigate()
  const goOn = useGoOn()
  const may = useMay()
  const [params] = useSearchParams()
  // A species that was just added leads here, to its first colony.
  const meant = params.get('species')
  const [act, setAct] = useState<'new' | 'count' | 'feed' | null>(meant && may.decide ? 'new' : null)
  const picked = data.colonies.find((c) => c.id === id) ?? null
  useTitle(picked?.name)
  const supply = useSupply()
  const care = useCareToday('colony')
  const figures = useFigures()
  const nameOf = (of: string) => data.colonies.find((c) => c.id === of)?.name ?? 'a colony'
  return (
    <section className="page">
      <div className="head">
        <h1>
          {picked
            ? `Colony ${picked.name}`
            : data.colonies.length > 0
              ? 'Colonies against mouths'
              : 'Colonies'}
        </h1>
        <div className="side">
          {may.write && picked && (
            <>
              <Button type="primary" onClick={() => setAct('count')}>
                Count it
              </Button>
              <Button onClick={() => setAct('feed')}>Feed off</Button>
            </>
          )}
          {may.decide && <Button onClick={() => setAct('new')}>A new colony</Button>}
        </div>
      </div>
      {act === 'new' && (
        <NewColony
          species={data.species}
          meant={meant}
          onDone={(made) => {
            setAct(null)
            if (made) goOn(`/colonies/${made}`)
          }}
        />
      )}
      {data.broken.map((b) => (
        <p key={b.id} className="note bad" role="alert">
          No forecast for {b.name}: {b.says}.{' '}
          <Link to={`/protocols/${b.protocolId}`}>Correct the protocol</Link>. Its counts are safe.
        </p>
      ))}
      {data.colonies.length === 0 && data.broken.length === 0 && act !== 'new' && (
        <div className="empty">
          <p>
            No colony is kept here yet. Set one up, count a scoop of it, and its year ahead is reckoned: how
            fast it grows, and how many it can give each week.
          </p>
          <NoSpecies />
        </div>
      )}
      {data.colonies.length > 0 && (
        <div className="columns wide-left">
          <div>
            {!picked ? (
              supply.data && <Supply data={supply.data} />
            ) : picked.counts.length === 0 ? (
              <p className="empty">{picked.name} was never counted. Count a scoop of it first.</p>
            ) : isEmptyColony(picked.counts[0]!) ? (
              <>
                <p className="empty">
                  {picked.name} was empty when it was counted {figures.day(picked.counts[0]!.on)}. Restock it
                  and count it again to get a forecast.
                </p>
                <LastEntries subjectId={picked.id} />
              </>
            ) : (
              <>
                <ColonyCourse key={picked.id} colony={picked} today={data.today} />
                <Method key={`${picked.id} method`} colony={picked} />
                <LastEntries subjectId={picked.id} />
              </>
            )}
          </div>
          <div className="first-on-phone">
            {picked && act === 'count' && (
              <CountForm key={picked.id} colony={picked} onDone={() => setAct(null)} />
            )}
            {picked && act === 'feed' && (
              <FeedOff key={picked.id} colony={picked} onDone={() => setAct(null)} />
            )}
            <DueList
              work={[
                ...data.colonies.flatMap(workOfColony),
                ...care,
                ...planWork(supply.data?.preys ?? [], { ...figures, colony: nameOf }),
              ].sort(byUrgency)}
              today={data.today}
              onPick={(next) => void navigate(`/colonies/${next}`)}
            />
            {picked && (
              <p className="small flush below-12">
                <Link to="/colonies">All colonies against all mouths</Link>
              </p>
            )}
            {data.colonies.map((c) => (
              <ColonyCard
                key={c.id}
                colony={c}
                here={c === picked}
                onPick={() => void navigate(`/colonies/${c.id}`, { replace: true })}
              />
            ))}
          </div>
        </div>
      )}
    </section>
  )
}

function ColonyCard({ colony, here, onPick }: { colony: ColonyView; here: boolean; onPick(): void }) {
  const figures = useFigures()
  const growth = useMemo(() => growthRate(colony.model, colony.celsius), [colony.model, colony.celsius])
  const last = colony.counts[0]
  const whole = (n: number) => Math.round(n).toLocaleString('en')
  return (
    <article className={`card small-card ${here ? 'now' : ''} below-12`} aria-label={`Colony ${colony.name}`}>
      <button type="button" className="plain wide" aria-current={here} onClick={onPick}>
        <span className="tag bigger">{colony.name}</span>
        <span className="small">
          {colony.species}, {colony.bins === 1 ? 'one bin' : `${colony.bins} bins`}
        </span>
      </button>
      <div>
        {last ? (
          <>
            <strong>{whole(hatchedOf(last))}</strong> ({whole(last.low)} to {whole(last.high)})
          </>
        ) : (
          <span className="quiet">never counted</span>
        )}
      </div>
      <div className="small quiet">
        {last && isEmptyColony(last)
          ? 'empty'
          : growth.doublingWeeks === null
            ? `does not grow at ${figures.celsius(colony.celsius)}`
            : `doubles in ${growth.doublingWeeks.toFixed(1)} weeks at ${figures.celsius(colony.celsius)} if nothing is taken`}
        {last && `; counted ${figures.day(last.on)}`}
      </div>
    </article>
  )
}
