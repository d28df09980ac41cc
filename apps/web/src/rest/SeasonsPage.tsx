import type { SeasonReport } from '@hatch-book/contract'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { withDays } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { useSeasons } from './queries'
import { NotYet } from '../parts/NotYet'

/** Who came through, season by season and by school; and what was known of those who did not. */
export function SeasonsPage() {
  const asked = useSeasons()
  const { data } = asked
  const figures = useFigures()
  if (!data) return <NotYet of={asked} page />
  return (
    <section className="page upto-1000">
      <PageHead title="Who came through" />
      {data.seasons.length === 0 && (
        <p className="empty">No rest has ended yet. Results appear here after the first one.</p>
      )}
      {data.seasons.length > 0 && (
        <>
          <Table title="season" rows={data.seasons} />
          <p className="quiet">{againstEarlier(data)}</p>
          <div className="columns halves above-16">
            <div>
              <h2>By bedding</h2>
              <Table title="bedding" rows={data.groups} short />
              {data.betweenGroups && (
                <p className="quiet small">
                  {data.betweenGroups.names.join(' against ')}: {chanceInWords(data.betweenGroups.p)}
                </p>
              )}
            </div>
            <div>
              <h2>By unit</h2>
              <Table title="unit" rows={data.units} short />
            </div>
          </div>
        </>
      )}
      {data.notThrough.length > 0 && (
        <>
          <h2 className="above-16">Animals lost in a rest, and what was known beforehand</h2>
          <ul className="lines" aria-label="Not come through">
            {data.notThrough.map((n) => (
              <li key={`${n.animal.id} ${n.on}`}>
                <Link className="tag" to={`/animals/${n.animal.id}`}>
                  {n.animal.tag}
                </Link>{' '}
                <span className="bad">{n.outcome}</span> {figures.day(n.on)}: {n.because}
                <div className="small quiet">{n.known.map((k) => withDays(k, figures.day)).join('. ')}</div>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

const percent = (share: number) => `${Math.round(100 * share)} %`

function Table({
  title,
  rows,
  short = false,
}: {
  title: string
  rows: SeasonReport['seasons']
  short?: boolean
}) {
  return (
    <table className="plain-table" aria-label={`Survival by ${title}`}>
      <thead>
        <tr>
          <th>{title}</th>
          <th className="right">went in</th>
          <th className="right">came out</th>
          {!short && <th className="right">woken early</th>}
          <th className="right">died</th>
          {!short && <th className="right">still resting</th>}
          <th>of those that are out</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => {
          const ended = r.cameOut + r.died
          return (
            <tr key={r.name}>
              <td>{r.name}</td>
              <td className="fig right">{r.wentIn}</td>
              <td className="fig right">{r.cameOut}</td>
              {!short && <td className="fig right">{r.wokenEarly}</td>}
              <td className={`fig right ${r.died > 0 ? 'bad' : ''}`}>{r.died}</td>
              {!short && <td className="fig right">{r.stillResting}</td>}
              <td>
                {ended === 0 ? (
                  <span className="quiet">none is out yet</span>
                ) : (
                  <>
                    <strong className="fig">{percent(r.share)}</strong>{' '}
                    <span className="quiet small">
                      ({percent(r.low)} to {percent(r.high)})
                    </span>
                  </>
                )}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

const chanceInWords = (p: number) =>
  p < 0.05
    ? `a difference that chance alone would make ${p < 0.001 ? 'less than once in a thousand' : `${Math.round(100 * p)} times in 100`}`
    : `could be chance, which makes such a difference ${Math.round(100 * p)} times in 100`

const againstEarlier = ({ againstEarlier: p, seasons }: SeasonReport) =>
  p === null
    ? 'Shares are of those whose rest is over, with exact 95 % intervals.'
    : `${seasons.at(-1)!.name} against the seasons before: ${chanceInWords(p)}. Shares are of those whose rest is over, with exact 95 % intervals.`
