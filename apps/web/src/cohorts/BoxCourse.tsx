import { addDays, daysBetween, eggClock, instarOf } from '@hatch-book/core'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import { countOf, told, type StudiedCohort } from './study'

const RISK_BORNE = 0.1
const SHOWN_DAYS = 56

/** A breeding box: when to search it next and why, what the last search found, and when the eggs of it hatch. */
export function BoxCourse({ studied }: { studied: StudiedCohort }) {
  const figures = useFigures()
  const { cohort, protocol, search, standing } = studied
  if (!search || !protocol.box) return null
  const { next, lastOn } = search
  const { box } = protocol
  const eater = protocol.stages[box.eats]!.name
  const females = countOf(standing, 'females')
  const due = addDays(lastOn, next.day)
  const share = (n: number) => `${Math.round(n * 100)} %`
  const points = next.chances
    .slice(0, SHOWN_DAYS)
    .map((chance, i) => ({ day: addDays(lastOn, i + 1), chance }))
  const missed = cohort.searches[0]
    ? protocol.stages.reduce(
        (sum, s, i) => sum + (i === 0 ? 0 : (cohort.searches[0]!.larvae[s.name] ?? 0)),
        0,
      ) * box.missed
    : 0
  return (
    <>
      <h3 data-testid="next-search">
        Search it next on {figures.day(due)}: {sayBecause(next.because, eater)}
      </h3>
      <ul className="lines small">
        <li>
          {females > 0
            ? `${females} females lay some ${Math.round(females * box.eggsPerDay.typical)} eggs a day since the search of ${figures.day(lastOn)}; an egg needs ${Math.round(daysTo(studied))} days to become ${eater}, which bites eggs.`
            : `No female is in it: what hatches comes of eggs that are there.`}
        </li>
        <li>
          A search finds about {share(1 - box.missed)};{' '}
          {missed >= 0.5
            ? `some ${missed.toFixed(1)} larvae were not found last time and grow on`
            : 'hardly a larva was missed last time'}
          .
        </li>
        <li>
          {eater} among the eggs with a chance of {share(RISK_BORNE)} after {figures.days(next.byRisk)}
          {next.because === 'the disturbance'
            ? `; a search before ${Math.round(box.searchDays.least)} days breaks more eggs than it saves, so by then the chance is ${share(next.risk)}`
            : ''}
          .
        </li>
        <li>
          To be expected then:{' '}
          {protocol.stages
            .map((s, i) => ({ name: s.name, n: Math.round(next.expected[i] ?? 0) }))
            .filter((s) => s.n > 0)
            .map((s) => told(s.n, s.name))
            .join(', ') || 'nothing'}
          .
        </li>
      </ul>
      <figure className="chart">
        <figcaption>
          <span>
            <i className="swatch edge-clay" />
            chance that {eater} are among the eggs
          </span>
          <span className="quiet">line: the day to search</span>
        </figcaption>
        <ResponsiveContainer width="100%" height={150}>
          <ComposedChart data={points} margin={{ top: 8, right: 10, bottom: 0, left: 0 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <XAxis dataKey="day" tickFormatter={(d: string) => figures.day(d)} interval={6} {...AXIS} />
            <YAxis domain={[0, 1]} width={44} tickFormatter={share} {...AXIS} />
            <Tooltip
              contentStyle={PAPER}
              labelFormatter={(d) => figures.day(String(d))}
              formatter={(v) => [share(Number(v)), 'chance']}
            />
            <Area
              dataKey="chance"
              stroke="var(--clay)"
              fill="var(--clay)"
              fillOpacity={0.25}
              isAnimationActive={false}
            />
            <ReferenceLine x={due} stroke="var(--ink)" strokeWidth={2} />
          </ComposedChart>
        </ResponsiveContainer>
      </figure>
      <Searches studied={studied} />
    </>
  )
}

const sayBecause = (because: string, eater: string) =>
  because === 'the risk'
    ? `later, ${eater} may be among the eggs`
    : because === 'the disturbance'
      ? 'sooner breaks more eggs than it saves'
      : 'nothing that eats eggs is expected'

/** Days from laying to the stage that bites, where it stands. */
function daysTo({ protocol, cohort }: StudiedCohort) {
  return protocol.stages
    .slice(0, protocol.box!.eats)
    .reduce((sum, s) => sum + s.curve.degreeDays / Math.max(0.1, cohort.celsius - s.curve.thresholdC), 0)
}

function Searches({ studied: { cohort, protocol } }: { studied: StudiedCohort }) {
  const figures = useFigures()
  if (cohort.searches.length === 0) return <p className="empty">{cohort.name} was not searched yet.</p>
  const [last, before] = cohort.searches
  const since = daysBetween(before?.on ?? cohort.began, last!.on)
  const hatch = (look: 'young' | 'old') => {
    const { first, last: end } = eggClock(
      protocol.stages[0]!,
      look,
      since,
      cohort.celsius,
      protocol.referenceC,
    )
    return figures.span({
      from: addDays(last!.on, Math.round(first)),
      to: addDays(last!.on, Math.round(end)),
    })
  }
  return (
    <>
      {(last!.eggs.young > 0 || last!.eggs.old > 0) && (
        <p className="small" data-testid="egg-clocks">
          Eggs of {figures.day(last!.on)}, each in a cell of its own:{' '}
          {last!.eggs.young > 0 && `${last!.eggs.young} young ones hatch ${hatch('young')}`}
          {last!.eggs.young > 0 && last!.eggs.old > 0 && '; '}
          {last!.eggs.old > 0 && `${last!.eggs.old} old ones ${hatch('old')}`}.
        </p>
      )}
      <table className="plain-table small" aria-label="Searches">
        <thead>
          <tr>
            <th>searched</th>
            <th className="right">eggs young</th>
            <th className="right">old</th>
            <th>larvae</th>
            <th>heads, mm</th>
            <th>adults</th>
          </tr>
        </thead>
        <tbody>
          {cohort.searches.slice(0, 8).map((s) => (
            <tr key={s.entryId}>
              <td className="nowrap">{figures.day(s.on)}</td>
              <td className="fig right">{s.eggs.young}</td>
              <td className="fig right">{s.eggs.old}</td>
              <td>
                {Object.entries(s.larvae)
                  .map(([name, n]) => `${n} ${name}`)
                  .join(', ') || 'none'}
              </td>
              <td className="fig">
                {s.heads.map((mm) => `${mm} ${likeliest(mm, protocol.box!.instars)}`).join(', ')}
              </td>
              <td className="nowrap">
                {s.adults.females} ♀ {s.adults.males} ♂{s.takenOut ? '' : ', left as it was'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

/** The instar a head width speaks for. */
export function likeliest(mm: number, instars: Parameters<typeof instarOf>[1]): string {
  if (instars.length === 0) return ''
  return instarOf(mm, instars).reduce((a, b) => (b.chance > a.chance ? b : a)).name
}
