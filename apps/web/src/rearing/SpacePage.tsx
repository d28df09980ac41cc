import type { SpaceView } from '@hatch-book/contract'
import { addDays, type TubSize, counted } from '@hatch-book/core'
import { Progress } from 'antd'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { useLongTask } from '../shell/worker'
import { TubForecast } from './TubForecast'
import { useSpace } from './queries'
import type { SpaceTold } from './space.worker'
import { NotYet } from '../parts/NotYet'

const createWorker = () => new Worker(new URL('./space.worker.ts', import.meta.url), { type: 'module' })

/** Tubs wanted by size and week for the next nine months, and what would mend a shortage. */
export function SpacePage() {
  const asked = useSpace()
  const { data } = asked
  const { result, progress } = useLongTask<SpaceView, SpaceTold>(createWorker, data ?? null)
  if (!data) return <NotYet of={asked} page />
  const none = Object.keys(data.question.have).length === 0
  return (
    <section className="page">
      <PageHead title="Tubs wanted" />
      {none ? (
        <p className="empty">
          No tub has a size yet. Build a rack under <Link to="/places">Places</Link>, or say there what size
          the tubs of a rack are; then the weeks to come can be counted.
        </p>
      ) : (
        <>
          {progress !== null && !result && (
            <Progress percent={Math.round(progress * 100)} size="small" aria-label="Seasons are played" />
          )}
          {result?.sizes.map((size) => (
            <SizeCard key={size.size} size={size} data={data} mending={result.mending[size.size] ?? []} />
          ))}
          {/* What stands below comes once it is known how much room is taken above it. */}
          {(result ?? progress === null) && <Assumed data={data} />}
        </>
      )}
    </section>
  )
}

function Assumed({ data }: { data: SpaceView }) {
  return (
    <>
      <h2 className="above-16">Assumptions</h2>
      <ul className="small">
        {data.assumes.map((a) => (
          <li key={a}>{a}</li>
        ))}
        <li>
          {data.names.toCome.length} clutches are waiting;{' '}
          {data.question.now.reduce((n, g) => n + g.count, 0)} animals live in tubs of a known size
        </li>
      </ul>
    </>
  )
}

/** 'Nine small tubs short in the week of 31 August', or how many are left. */
export function useShortage() {
  const figures = useFigures()
  return (size: TubSize, from: string) => {
    const { shortage } = size
    if (!shortage) {
      const least = Math.min(...size.weeks.map((w) => size.have - w.middle))
      return `Enough ${size.size} tubs: ${least} left in the fullest week`
    }
    return `${counted(shortage.by, `${size.size} tub`)} short in the week of ${figures.day(addDays(from, shortage.week * 7))}`
  }
}

function SizeCard({
  size,
  data,
  mending,
}: {
  size: TubSize
  data: SpaceView
  mending: SpaceTold['mending'][string]
}) {
  const figures = useFigures()
  const says = useShortage()
  const { shortage } = size
  return (
    <article className={`card ${shortage ? 'trouble' : ''} below-16`} aria-label={`Tubs of ${size.size}`}>
      <div className={shortage ? 'columns wide-left' : ''}>
        <div>
          <h3 data-testid={`tubs-${size.size}`}>{says(size, data.from)}</h3>
          {shortage && (
            <p className="small quiet">
              Probably short from {figures.day(addDays(data.from, (size.firstShort ?? shortage.week) * 7))}{' '}
              (90 % range: {shortage.low} to {shortage.high} tubs).
            </p>
          )}
          <TubForecast size={size} from={data.from} />
        </div>
        {shortage && (
          <div>
            <h2>Ways to fix it</h2>
            {mending.length === 0 ? (
              <p className="quiet small">Nothing that was tried: more tubs, or fewer eggs set.</p>
            ) : (
              <ul className="lines">
                {mending.slice(0, 7).map((m) => (
                  <li key={m.says} className="between">
                    <span>{m.says}</span>
                    <span className={`small nowrap ${m.by === 0 ? 'good' : 'quiet'}`}>
                      {m.by === 0 ? 'fixes it' : `${m.by} still short`}
                    </span>
                  </li>
                ))}
              </ul>
            )}
            <p className="small quiet">
              Or build a rack under <Link to="/places">Places</Link>; plan the incubators in the{' '}
              <Link to="/incubation/plan">hatch plan</Link>.
            </p>
          </div>
        )}
      </div>
      <details>
        <summary className="small quiet">as a table</summary>
        <table className="plain-table small">
          <thead>
            <tr>
              <th>week of</th>
              <th>wanted</th>
              <th>half of runs</th>
              <th>nine in ten</th>
              <th>chance that it is too few</th>
            </tr>
          </thead>
          <tbody>
            {size.weeks.map((w) => (
              <tr key={w.week}>
                <td>{figures.day(addDays(data.from, w.week * 7))}</td>
                <td className="fig">{w.middle}</td>
                <td className="fig">
                  {w.low50}–{w.high50}
                </td>
                <td className="fig">
                  {w.low90}–{w.high90}
                </td>
                <td className="fig">{Math.round(w.short * 100)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </article>
  )
}
