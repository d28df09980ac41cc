import { NotYet } from '../parts/NotYet'
import { NoSpecies } from '../parts/NoSpecies'
import { named } from '../parts/named'
import type { Cohorts } from '@hatch-book/contract'
import { byUrgency, sayGeneration, type WorkItem } from '@hatch-book/core'
import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { useTitle } from '../shell/frame/useTitle'
import { useFigures } from '../shell/figures'
import { DueList } from '../parts/DueList'
import { LastEntries } from '../parts/LastEntries'
import { withDays } from '../parts/sentence'
import { useKeys } from '../shell/keys'
import { useMay } from '../shell/session'
import { ActForm, ACTS, type Act } from './acts'
import { BoxCourse } from './BoxCourse'
import { CohortCard } from './CohortCard'
import { Keeping } from './Keeping'
import { NewCohort } from './NewCohort'
import { useCareToday, useCohorts } from '../shell/queries'
import { StageTable } from './StageTable'
import { StreamChart } from './StreamChart'
import { studyCohorts, type StudiedCohort } from './study'

/** Animals that are counted rather than named, and boxes in which adults breed. */
export function CohortsPage() {
  const asked = useCohorts()
  const { data } = asked
  return data ? <Kept data={data} /> : <NotYet of={asked} page />
}

function Kept({ data }: { data: Cohorts }) {
  const { id } = useParams()
  const navigate = useNavigate()
  const may = useMay()
  const figures = useFigures()
  const studied = useMemo(() => studyCohorts(data, figures.say), [data, figures])
  const care = useCareToday('cohort')
  const [params] = useSearchParams()
  // A species that was just added leads here, to its first cohort.
  const meant = params.get('species')
  const [act, setAct] = useState<Act | 'new' | null>(meant && may.decide ? 'new' : null)
  const picked = named(studied, id, (s) => s.cohort.id, studied[0]) ?? null
  useTitle(id && picked?.cohort.name)
  const acts = picked ? ACTS.filter((a) => a.fits(picked)) : []
  useKeys(
    Object.fromEntries(acts.map((a) => [a.key, () => setAct(a.act)])),
    may.write && picked !== null && act === null,
  )
  const pick = (next: string) => {
    setAct(null)
    void navigate(`/cohorts/${next}`, { replace: true })
  }
  return (
    <section className="page">
      <div className="head">
        <h1>
          {picked
            ? `${picked.cohort.kind === 'breeding box' ? 'Breeding box' : 'Cohort'} ${picked.cohort.name}`
            : 'Cohorts'}
        </h1>
        <div className="side">
          <Link to="/cohorts/emergence">Emergence</Link>
          {may.decide && <Button onClick={() => setAct('new')}>A new cohort</Button>}
        </div>
      </div>
      {act === 'new' && (
        <NewCohort
          data={data}
          meant={meant}
          onDone={(made) => {
            setAct(null)
            if (made) pick(made)
          }}
        />
      )}
      {!picked && studied.length > 0 && (
        <p className="empty">
          That cohort is not in this book. <Link to="/cohorts">All cohorts</Link>
        </p>
      )}
      {studied.length === 0 && act !== 'new' && (
        <div className="empty">
          <p>
            No cohort is kept here yet. Begin one with what hatched, or with the adults of a breeding box;
            count them, and it is told when they moult, when to split them, and when to search the box.
          </p>
          <NoSpecies />
        </div>
      )}
      {picked && (
        <div className="columns wide-left">
          <div key={picked.cohort.id}>
            <Course studied={picked} today={data.today} />
            {may.write && (
              <div className="row gap-8 above-12 below-12 wraps">
                {acts.map((a) => (
                  <Button
                    key={a.act}
                    type={a === acts[0] ? 'primary' : 'default'}
                    onClick={() => setAct(a.act)}
                  >
                    {a.says} <kbd>{a.key.toUpperCase()}</kbd>
                  </Button>
                ))}
              </div>
            )}
            <Keeping studied={picked} all={studied} />
            <LastEntries subjectId={picked.cohort.id} />
          </div>
          <div className="first-on-phone">
            {act !== null && act !== 'new' && (
              <ActForm
                key={`${picked.cohort.id} ${act}`}
                act={act}
                studied={picked}
                all={studied}
                onDone={() => setAct(null)}
                onMade={pick}
              />
            )}
            <DueList work={workOf(studied, picked, care)} today={data.today} onPick={pick} />
            {studied.map((s) => (
              <CohortCard
                key={s.cohort.id}
                studied={s}
                today={data.today}
                here={s === picked}
                onPick={() => pick(s.cohort.id)}
              />
            ))}
          </div>
        </div>
      )}
    </section>
  )
}

function Course({ studied, today }: { studied: StudiedCohort; today: string }) {
  const figures = useFigures()
  const { cohort, standing, protocol } = studied
  const lines = cohort.lines.filter((l) => l.line !== '')
  return (
    <>
      <p className="flush below-8">
        {protocol.species}
        {lines.length > 0 &&
          `, ${lines.map((l) => (lines.length > 1 ? `${l.line} ${Math.round(l.share * 100)} %` : l.line)).join(' and ')}`}
        , {sayGeneration(cohort.generation)}
        {cohort.from ? `, from ${cohort.from.name}` : ''}; began {figures.day(cohort.began)}
        {cohort.origin ? `, ${cohort.origin}` : ''}.{' '}
        <span className="quiet">{cohort.fertilised === 'mated' ? '' : `Mothers: ${cohort.fertilised}.`}</span>
      </p>
      {standing.doubts.map((d) => (
        <p key={d} className="warm small">
          {withDays(d, figures.day)}: count them again.
        </p>
      ))}
      {cohort.kind === 'breeding box' ? (
        <BoxCourse studied={studied} />
      ) : (
        <>
          <StageTable studied={studied} today={today} />
          <StreamChart studied={studied} today={today} />
        </>
      )}
      {studied.cautions && <p className="small quiet">{studied.cautions}</p>}
    </>
  )
}

/** What falls due of all cohorts: that of the picked one first, then the most pressing. */
function workOf(
  studied: readonly StudiedCohort[],
  own: StudiedCohort,
  care: readonly WorkItem[],
): WorkItem[] {
  const ofOwn = (item: WorkItem) => item.subject.id === own.cohort.id
  const others = studied.filter((s) => s !== own).flatMap((s) => s.work)
  return [
    ...[...own.work, ...care.filter(ofOwn)].sort(byUrgency),
    ...[...others, ...care.filter((item) => !ofOwn(item))].sort(byUrgency),
  ]
}
