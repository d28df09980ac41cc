import { reviewApi, type ReplyOf } from '@hatch-book/contract'
import { DIMENSIONS, type Dimension, type SeasonCompared, type SeasonReview } from '@hatch-book/core'
import { Segmented } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { sayCounts, sayValue } from './words'
import { Whisker } from './Whisker'

const ROOMS = {
  animals: '/animals/',
  pairing: '/pairing/',
  incubation: '/incubation/',
  rest: '/rest/',
}

const groupsOf = ({ groups }: ReplyOf<typeof reviewApi.groups>) => groups

/** What lies behind a measure: group by group, and each clutch, pair or rest with the way to its entries. */
export function Behind({
  compared: { measure },
  review,
}: {
  compared: SeasonCompared
  review: SeasonReview
}) {
  const figures = useFigures()
  const [dimension, setDimension] = useState<Dimension>('line')
  const [of, setOf] = useState<'both' | 'now' | 'before'>('both')
  const season = of === 'both' ? null : of === 'now' ? review.season : review.against
  const { data } = useAsk(
    reviewApi.groups,
    {
      query: {
        ...{ measure: measure.name, dimension },
        season: season === null ? undefined : String(season),
      },
    },
    { select: groupsOf },
  )
  const [open, setOpen] = useState<string | null>(null)
  const values = (data ?? []).flatMap((g) => [g.value, g.low, g.high].filter((n) => n !== null))
  const [from, to] =
    measure.kind === 'share' ? [0, 1] : [Math.min(0, ...values), Math.max(1e-9, ...values) * 1.05]
  return (
    <section aria-label="What lies behind it" className="above-16">
      <h2>{measure.says}: what lies behind it</h2>
      <div className="row gap-12 wraps below-8">
        <Segmented aria-label="By" options={[...DIMENSIONS]} value={dimension} onChange={setDimension} />
        <Segmented
          aria-label="Of"
          value={of}
          onChange={setOf}
          options={[
            { value: 'both', label: 'all seasons' },
            { value: 'before', label: String(review.against) },
            { value: 'now', label: String(review.season) },
          ]}
        />
      </div>
      {data?.length === 0 && <p className="empty">Nothing of it is known by {dimension}.</p>}
      <table className="plain-table two-lines" aria-label={`By ${dimension}`}>
        <thead>
          <tr>
            <th scope="col">{dimension}</th>
            <th scope="col" className="right">
              as counted
            </th>
            <th scope="col">95 per cent</th>
            <th scope="col" className="right" title="drawn to the others as far as few cannot tell">
              to expect
            </th>
            <th scope="col" className="right">
              of
            </th>
          </tr>
        </thead>
        <tbody>
          {data?.map((g) => (
            <tr key={g.name}>
              <th scope="row">
                <button
                  type="button"
                  className="plain"
                  aria-expanded={open === g.name}
                  onClick={() => setOpen(open === g.name ? null : g.name)}
                >
                  {g.name}
                </button>
                {open === g.name && (
                  <ul className="lines small">
                    {g.facts.map((f) => (
                      <li key={`${f.unit} ${f.is.helper ?? ''}`}>
                        <Link to={ROOMS[f.opens.room] + f.opens.id}>{f.name}</Link>{' '}
                        <span className="quiet">
                          season {f.season}: {sayValue(figures, measure, f.sum / f.count)}
                          {measure.kind === 'share'
                            ? ` (${f.sum} of ${f.count})`
                            : f.count > 1
                              ? ` (${f.count})`
                              : ''}
                        </span>
                      </li>
                    ))}
                  </ul>
                )}
              </th>
              <td className="right fig" data-head="as counted">
                {sayValue(figures, measure, g.value)}
              </td>
              <td className="min-190">
                <Whisker from={from} to={to} low={g.low} high={g.high} at={g.value} />
                <span className="small quiet">
                  {g.low !== null && g.high !== null
                    ? `${sayValue(figures, measure, g.low)} to ${sayValue(figures, measure, g.high)}`
                    : 'one alone does not show how much they vary'}
                </span>
              </td>
              <td className="right fig" data-head="to expect">
                {sayValue(figures, measure, g.expected)}
              </td>
              <td className="right small quiet nowrap" data-head="of">
                {sayCounts(measure, g.members, g.units)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
