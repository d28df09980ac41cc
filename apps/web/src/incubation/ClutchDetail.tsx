import type { ClutchPage } from '@hatch-book/contract'
import { setAgainst } from '@hatch-book/core'
import { lazy, Suspense, useState } from 'react'
import { EntryList } from '../parts/Entries'
import { useFigures } from '../shell/figures'
import { useClutch } from '../shell/queries'
import { BatchFates } from './BatchFates'
import { BoxOnScale } from './BoxOnScale'
import { Candling } from './Candling'
import { ClutchSummary } from './ClutchSummary'
import { ForecastReasons } from './ForecastReasons'
import { Hatchlings } from './Hatchlings'
import { excursionInWords } from './words'
import { NotYet } from '../parts/NotYet'

const DevelopmentChart = lazy(() => import('./DevelopmentChart'))

/** The picked clutch: its window and why, egg by egg, what the temperatures did. */
export function ClutchDetail({ id }: { id: string }) {
  const asked = useClutch(id)
  const { data } = asked
  const [why, setWhy] = useState(false)
  if (!data) return <NotYet of={asked} />
  const { clutch } = data
  return (
    <div className="columns with-side">
      <div>
        {data.climate && (
          <>
            <h2>
              {clutch.name}
              {clutch.box && ` in ${clutch.box.name}`}: temperature, and development adding up
            </h2>
            <Suspense fallback={<div className="high-300" />}>
              <DevelopmentChart page={data} />
            </Suspense>
            <Excursions page={data} />
          </>
        )}
        {data.young.length > 0 && <Hatchlings key={clutch.id} page={data} />}
        <h2 className="above-16">Clutch log</h2>
        <EntryList entries={data.entries} most={30} />
      </div>
      <div>
        <ClutchSummary page={data} onWhy={() => setWhy(true)} />
        {clutch.waiting > 0 && clutch.eggs.length > 0 && (
          <Candling key={clutch.id} page={data} active={!why} />
        )}
        {clutch.counted && clutch.kind !== 'litter' && <BatchFates key={clutch.id} clutch={clutch} />}
        {clutch.waiting > 0 && data.rules?.waterPerMedium && (
          <BoxOnScale key={`scale ${clutch.id}`} page={data} />
        )}
      </div>
      {data.rules && <ForecastReasons page={data} open={why} onClose={() => setWhy(false)} />}
    </div>
  )
}

function Excursions({ page: { climate, excursions, rules, clutch, setPoints } }: { page: ClutchPage }) {
  const figures = useFigures()
  if (!climate) return null
  const gaps = climate.coverage > 0 ? climate.gaps.filter((g) => g.hours > 3) : []
  // Said at once, and not only once a probe has seen it.
  const set = setPoints.at(-1)
  const temperatures = set ? [set.celsius, ...(set.night === null ? [] : [set.night])] : []
  const against = rules && clutch.waiting > 0 ? setAgainst(rules, temperatures, figures.celsiusBrief) : []
  return (
    <div className="above-12">
      {against.map((says) => (
        <p key={says} className="note bad" role="alert">
          The incubator is set to {temperatures.map((c) => figures.celsiusBrief(c)).join(' and ')}: {says}.
        </p>
      ))}
      {climate.coverage === 0 ? (
        <p className="small warm">There are no probe readings yet, so the set temperature is used.</p>
      ) : (
        <p className="small">
          Since it was set: mean <span className="fig">{figures.celsius(climate.meanC, 2)}</span>, least{' '}
          <span className="fig">{figures.celsius(climate.minC)}</span>, most{' '}
          <span className="fig">{figures.celsius(climate.maxC)}</span>; the probe saw{' '}
          <span className="fig">{Math.round(climate.coverage * 100)} %</span> of the time, the rest is taken
          as the set point.
        </p>
      )}
      {excursions.length === 0 && climate.coverage > 0 && (
        <p className="small quiet">
          No excursion past {figures.celsiusBrief(climate.warnC.low)} or{' '}
          {figures.celsiusBrief(climate.warnC.high)}.
        </p>
      )}
      {excursions.slice(-6).map((e) => (
        <p key={e.from} className={`note ${e.gravity === 'harm' ? 'bad' : ''}`}>
          <strong>{figures.instant(e.from)}</strong>: {excursionInWords(e, figures)}.{' '}
          {e.gravity === 'harm'
            ? 'Long and far enough to harm: candle before you count on these eggs.'
            : 'Past the safe line, too short to harm by itself.'}
        </p>
      ))}
      {excursions.length > 6 && <p className="small quiet">and {excursions.length - 6} earlier ones</p>}
      {gaps.slice(-4).map((g) => (
        <p key={g.from} className="small warm">
          The probe was silent for {g.hours.toFixed(0)} h from {figures.instant(g.from)}: filled by the set
          point.
        </p>
      ))}
    </div>
  )
}
