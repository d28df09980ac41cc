import type { Cohorts } from '@hatch-book/contract'
import { addDays, pupaGroupsOf } from '@hatch-book/core'
import { InputNumber, Progress, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useFigures } from '../shell/figures'
import { useLongTask } from '../shell/worker'
import type { EmergenceAsked, EmergenceTold } from './emergence.worker'
import css from './emergence.module.css'
import { broodsOf, type Broods } from './emergenceQuestion'
import { KeepCool } from './KeepCool'
import { NightsChart } from './NightsChart'
import { useCohorts } from '../shell/queries'
import { studyCohorts } from './study'
import { NotYet } from '../parts/NotYet'

const createWorker = () => new Worker(new URL('./emergence.worker.ts', import.meta.url), { type: 'module' })

/** Whether the sexes of short-lived adults meet, on which night, and how to help it. */
export function EmergencePage() {
  const asked = useCohorts()
  const { data } = asked
  return data ? <Emergence data={data} /> : <NotYet of={asked} page />
}

function Emergence({ data }: { data: Cohorts }) {
  const broods = useMemo(() => broodsOf(studyCohorts(data)), [data])
  const shortest = (b: Broods) => b.cohorts[0]!.protocol.adults!.femaleDays.typical
  const ordered = useMemo(() => [...broods].sort((a, b) => shortest(a) - shortest(b)), [broods])
  const [species, setSpecies] = useState('')
  const picked = ordered.find((b) => b.species === species) ?? ordered[0]
  return (
    <section className="page">
      <div className="head">
        <h1>Emergence</h1>
        <div className="side">
          <Link to="/cohorts">Cohorts</Link>
        </div>
      </div>
      {picked ? (
        <>
          <Segmented
            aria-label="Species"
            value={picked.species}
            onChange={setSpecies}
            options={ordered.map((b) => b.species)}
            className="below-12"
          />
          <OfSpecies key={picked.species} broods={picked} today={data.today} />
        </>
      ) : (
        <p className="empty">
          No adults are due soon. Count the pupae of a cohort, by sex if you can tell, to see when they will
          meet.
        </p>
      )}
    </section>
  )
}

function OfSpecies({ broods, today }: { broods: Broods; today: string }) {
  const figures = useFigures()
  const [second, setSecond] = useState(0)
  const { protocol } = broods.cohorts[0]!
  const asked = useMemo((): EmergenceAsked => {
    const groups = broods.cohorts.flatMap((c) => pupaGroupsOf(c, today))
    return {
      ...{ groups, span: protocol.adults!, curve: protocol.stages.at(-1)!.curve, second },
      warmC: Math.max(...broods.cohorts.map((c) => c.cohort.celsius)),
      coolC: protocol.hold?.celsius.typical ?? null,
      // A day in the cool costs a little life: no longer than the first adults are off.
      mostDays: Math.min(protocol.hold?.mostDays ?? 0, 60),
    }
  }, [broods, protocol, today, second])
  const { result, progress, error } = useLongTask<EmergenceAsked, EmergenceTold>(createWorker, asked)
  const sum = (sex: 'female' | 'male') =>
    asked.groups.filter((g) => g.sex === sex).reduce((all, g) => all + g.count, 0)
  const on = (day: number) => figures.day(addDays(today, day))
  const [females, males] = [sum('female'), sum('male')]
  const best = result?.asTheyAre.best
  return (
    <div className="columns wide-left">
      <div>
        <div className={css.nights}>
          {progress !== null && (
            <Progress percent={Math.round(progress * 100)} size="small" aria-label="Nights are tried" />
          )}
          {error && <p className="bad">{error}</p>}
          {result && (
            <>
              <h3 data-testid="pairing-night">
                {best
                  ? `Pair them on the night of ${on(best.day)}: about ${best.females.toFixed(1)} females ready and ${best.males.toFixed(1)} males alive`
                  : 'As they stand, no female will meet a male'}
              </h3>
              <p className="flush below-8">
                <strong>{result.asTheyAre.pairs.toFixed(1)}</strong> of {females.toFixed(1)} females find one
                of {males.toFixed(1)} males on night {protocol.adults!.nights.from} to{' '}
                {protocol.adults!.nights.to} of their life.
              </p>
              <NightsChart overlap={result.asTheyAre} today={today} />
            </>
          )}
        </div>
        <Groups asked={asked} today={today} />
      </div>
      <div>
        {asked.coolC !== null && !result && !error && <div className={css.cooling} />}
        {result?.plan && <KeepCool plan={result.plan} broods={broods} today={today} asked={asked} />}
        <div className="card" role="region" aria-label="A second brood">
          <h3>A second brood</h3>
          <div className="para small">
            With{' '}
            <InputNumber
              aria-label="Cocoons of a second brood"
              size="small"
              min={0}
              max={1000}
              precision={0}
              value={second}
              onChange={(n) => setSecond(n ?? 0)}
              className="w-76"
            />{' '}
            more, half of either sex
            {result?.second
              ? `, ${result.second.days} days after the first, ${result.second.overlap.pairs.toFixed(1)} of ${(females + second / 2).toFixed(1)} females find a male.`
              : '. Enter how many, to see how many days later they should follow.'}
          </div>
        </div>
        {protocol.pause && (
          <div className="card" role="region" aria-label="Resting pupae">
            <h3>Resting pupae</h3>
            <p className="small">
              About {Math.round(protocol.pause.share.typical * 100)} % of pupae (
              {Math.round(protocol.pause.share.least * 100)} to {Math.round(protocol.pause.share.most * 100)}{' '}
              %) rest, and emerge {Math.round(protocol.pause.days.typical)} days after spinning (
              {Math.round(protocol.pause.days.least)} to {Math.round(protocol.pause.days.most)}). They are
              listed separately and counted on the nights they emerge. A pupa left when the others are out is
              probably resting. Kept warm, the others emerge as they like. Held cool together and then warmed,
              many emerge at once. Half of a brood each way insures against both mistakes.
            </p>
          </div>
        )}
      </div>
    </div>
  )
}

function Groups({ asked, today }: { asked: EmergenceAsked; today: string }) {
  const figures = useFigures()
  const on = (day: number) => figures.day(addDays(today, Math.round(day)))
  return (
    <table className="plain-table small" aria-label="Who emerges when">
      <thead>
        <tr>
          <th>sex</th>
          <th className="right">how many</th>
          <th>half of them out</th>
          <th>nine in ten between</th>
        </tr>
      </thead>
      <tbody>
        {asked.groups.map((g, i) => (
          <tr key={i}>
            <td>{g.pausing ? `${g.sex}, resting` : g.sex}</td>
            <td className="fig right">{g.count.toFixed(1)}</td>
            <td>{g.spreadDays === 0 ? `since ${on(g.inDays)}` : on(g.inDays)}</td>
            <td>
              {g.spreadDays === 0
                ? 'adult'
                : `${on(Math.max(0, g.inDays - 1.645 * g.spreadDays))} and ${on(g.inDays + 1.645 * g.spreadDays)}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
