import { reviewApi } from '@hatch-book/contract'
import type { SeasonCompared } from '@hatch-book/core'
import { keepPreviousData } from '@tanstack/react-query'
import { Select } from 'antd'
import { useSearchParams } from 'react-router'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { Behind } from './Behind'
import { ChangeCard } from './ChangeCard'
import { Proposals } from './Proposals'
import { isBetter, sayChance, sayCounts, sayDifference, sayValue } from './words'
import { Whisker } from './Whisker'
import css from './review.module.css'
import { NotYet } from '../parts/NotYet'

/** A season against an earlier one: what differs by more than chance, what was done otherwise, what follows for the protocols. */
export function ReviewPage() {
  const figures = useFigures()
  const [params, setParams] = useSearchParams()
  const asked = useAsk(
    reviewApi.measures,
    { query: { season: params.get('season') ?? undefined, against: params.get('against') ?? undefined } },
    { placeholderData: keepPreviousData },
  )
  const { data, error } = asked
  if (error && !data) return <p className="note bad">{error.message}</p>
  if (!data) return <NotYet of={asked} page />
  const { review, seasons } = data
  const choose = (name: string, value: string) => {
    const next = new URLSearchParams(params)
    next.set(name, value)
    setParams(next, { replace: true })
  }
  const picked = review.measures.find((m) => m.measure.name === params.get('measure'))
  const season = (name: 'season' | 'against', label: string) => (
    <Select
      aria-label={label}
      value={review[name]}
      onChange={(year: number) => choose(name, String(year))}
      options={[...new Set([...seasons, review[name]])].map((value) => ({ value, label: `season ${value}` }))}
    />
  )
  return (
    <section className={`page ${css.review}`}>
      <div className="head">
        <h1>Review</h1>
        <div className="side">
          {season('season', 'Season')}
          <span className="quiet">against</span>
          {season('against', 'Earlier season')}
        </div>
      </div>
      <p className="small quiet">
        A season is named by the year in which it ends and begins with{' '}
        {figures.day(`${review.season - 1}-${String(data.beginsInMonth).padStart(2, '0')}-01`)}. Clutches,
        pairs and rests are compared, not single eggs: those of one clutch are alike for reasons of their own.
        Species are compared each with itself.
      </p>
      {review.measures.length === 0 ? (
        <p className="empty">
          Nothing of season {review.season} or {review.against} is in the book yet: clutches, first meals and
          rests are held against each other here.
        </p>
      ) : (
        <>
          <StandsOut measures={review.measures} />
          {review.changes.map((change) => (
            <ChangeCard key={`${change.dimension} ${change.to}`} change={change} review={review} />
          ))}
          <Proposals proposals={data.proposals} />
          <table className="plain-table two-lines above-16" aria-label="Measures">
            <thead>
              <tr>
                <th scope="col">Measure</th>
                <th scope="col" className="right">
                  {review.against}
                </th>
                <th scope="col" className="right">
                  {review.season}
                </th>
                <th scope="col" className="right">
                  Difference
                </th>
                <th scope="col">Within 95 per cent</th>
                <th scope="col">Against chance</th>
              </tr>
            </thead>
            <tbody>
              {review.measures.map((m) => (
                <MeasureRow
                  key={m.measure.name}
                  compared={m}
                  looked={review.measures.length}
                  seasons={[review.against, review.season]}
                  picked={m === picked}
                  onPick={() => choose('measure', m === picked ? '' : m.measure.name)}
                />
              ))}
            </tbody>
          </table>
          {picked && <Behind key={picked.measure.name} compared={picked} review={review} />}
          {data.editions.length > 0 && (
            <section aria-label="Protocols changed">
              <h2>What was set over protocols in season {review.season}</h2>
              <ul className="lines small">
                {data.editions.map((e) => (
                  <li key={`${e.protocolId} ${e.at} ${e.number}`}>
                    <span className="when">{figures.day(e.at)}</span> {e.species}, edition {e.number}, by{' '}
                    {e.by}
                    {e.reason && `: ${e.reason}`}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </section>
  )
}

/** What is more than chance, in sentences, the surest first. */
function StandsOut({ measures }: { measures: readonly SeasonCompared[] }) {
  const figures = useFigures()
  const sure = measures
    .filter((m) => m.comparison.verdict === 'more than chance')
    .sort((a, b) => a.comparison.p - b.comparison.p)
  if (sure.length === 0)
    return (
      <p className="lead">
        Nothing differs by more than chance would make it: what is seen below may be luck, and says little of
        what was done.
      </p>
    )
  return (
    <ul className={css.standsOut} aria-label="What stands out">
      {sure.map(({ measure, comparison, holds }) => {
        const better = isBetter(measure, comparison.difference)
        return (
          <li key={measure.name} className="lead">
            <strong>{measure.says}:</strong>{' '}
            <span className={better === null ? '' : better ? 'good' : 'bad'}>
              {sayDifference(figures, measure, comparison.difference)}
              {better !== null && (better ? ' ▲ better' : ' ▼ worse')}
            </span>
            , between {sayDifference(figures, measure, comparison.low)} and{' '}
            {sayDifference(figures, measure, comparison.high)};{' '}
            <span className="quiet">{sayChance(comparison, holds, measures.length)}.</span>
          </li>
        )
      })}
    </ul>
  )
}

function MeasureRow({
  compared: { measure, now, before, comparison, holds },
  looked,
  seasons,
  picked,
  onPick,
}: {
  compared: SeasonCompared
  looked: number
  /** The one before, and the one that is compared with it. */
  seasons: readonly [number | string, number | string]
  picked: boolean
  onPick(): void
}) {
  const figures = useFigures()
  const { difference, low, high, verdict } = comparison
  const reach = Math.max(...[difference, low ?? 0, high ?? 0].map(Math.abs)) * 1.1
  const cell = (season: number | string, { value, units, members }: typeof now) => (
    <td className="right" data-head={season}>
      <span className="fig">{sayValue(figures, measure, value)}</span>
      <div className="small quiet nowrap">{sayCounts(measure, members, units)}</div>
    </td>
  )
  const nothing = verdict === 'too few to tell' && comparison.leastP >= 1
  return (
    <tr className={picked ? 'picked' : ''}>
      <th scope="row">
        <button type="button" className="plain" aria-expanded={picked} onClick={onPick}>
          {measure.says}
        </button>
      </th>
      {cell(seasons[0], before)}
      {cell(seasons[1], now)}
      <td className="right fig nowrap" data-head="difference">
        {nothing ? '–' : sayDifference(figures, measure, difference)}
      </td>
      <td className="min-150">
        {low !== null && high !== null && (
          <Whisker from={-reach} to={reach} low={low} high={high} at={difference} line={0} />
        )}
        <span className="small quiet">
          {low !== null && high !== null
            ? `${sayDifference(figures, measure, low)} to ${sayDifference(figures, measure, high)}`
            : ''}
        </span>
      </td>
      <td className={`small ${verdict === 'more than chance' ? '' : 'quiet'}`}>
        {sayChance(comparison, holds, looked)}
      </td>
    </tr>
  )
}
