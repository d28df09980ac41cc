import { addDays } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import type { StudiedCohort } from './study'

/** Who is in which stage, since when, and when the next stages are entered by how many. */
export function StageTable({ studied, today }: { studied: StudiedCohort; today: string }) {
  const figures = useFigures()
  const { standing, forecast, way, cohort, protocol } = studied
  const on = (days: number) =>
    Number.isFinite(days) ? figures.day(addDays(today, Math.round(days))) : 'never'
  const whole = (n: number) => Math.round(n).toLocaleString('en')
  const names = [...way.map((s) => s.name), protocol.grown]
  const rows = names.flatMap((name, i) => {
    const here =
      i < way.length ? standing.stages.find((s) => s.name === name) : grownOf(standing.stages, standing.grown)
    const to = forecast.find((f) => f.stage === i)
    return here || to ? [{ name, here, to }] : []
  })
  if (rows.length === 0)
    return <p className="empty">None is known to be in {cohort.name}. Count them, or set adults in.</p>
  return (
    <table className="plain-table" aria-label="Stages">
      <thead>
        <tr>
          <th>stage</th>
          <th className="right">now</th>
          <th>since</th>
          <th className="right">to come</th>
          <th>first, half of them, last</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, here, to }) => (
          <tr key={name}>
            <td className="nowrap">{name}</td>
            <td className="fig right nowrap">
              {here ? (
                <>
                  <strong>{whole(here.count)}</strong>
                  {here.low < here.count || here.high > here.count ? (
                    <span className="quiet"> ({`${whole(here.low)} to ${whole(here.high)}`})</span>
                  ) : (
                    ''
                  )}
                </>
              ) : (
                ''
              )}
            </td>
            <td className="small nowrap">{here?.since ? figures.day(here.since) : here ? 'not seen' : ''}</td>
            <td className="fig right nowrap">
              {to ? `${whole(to.count)} (${whole(to.low)} to ${whole(to.high)})` : ''}
            </td>
            <td className="small">
              {to && (
                <>
                  {on(to.first)}, <strong>{on(to.half)}</strong>, {on(to.last)}
                </>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const grownOf = (stages: StudiedCohort['standing']['stages'], grown: number) => {
  const own = stages.filter((s) => s.stage === null)
  if (own.length === 0) return undefined
  const sum = (of: 'low' | 'high') => own.reduce((all, s) => all + s[of], 0)
  return { count: grown, low: sum('low'), high: sum('high'), since: own[0]!.since }
}
