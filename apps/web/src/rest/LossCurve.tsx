import type { RestBook, RestView } from '@hatch-book/contract'
import { daysBetween, shareLost } from '@hatch-book/core'
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { AXIS } from '../parts/chartLook'
import { useFigures } from '../shell/figures'

const percent = (share: number) => `${(100 * share).toFixed(share === 0 ? 0 : 1)} %`

/** Weight lost by day of the hold, against the lines of the protocol and those that came through before. */
export default function LossCurve({ rest, book }: { rest: RestView; book: RestBook }) {
  const figures = useFigures()
  const rules = book.rules[rest.rulesKey]!
  const start = rest.startGrams!
  const own = [
    { day: 0, lost: 0 },
    ...rest.weights.map((w) => ({ day: daysBetween(start.on, w.on), lost: shareLost(start.grams, w.grams) })),
  ]
  const others = (book.cameThrough[rest.species] ?? []).slice(-30)
  const most = Math.max(rules.alarmLoss * 1.25, ...own.map((p) => p.lost * 1.1))
  const days = Math.max(daysBetween(start.on, rest.clock.edges['step up']), own.at(-1)!.day)
  return (
    <figure className="chart flush above-8" aria-label="Weight lost through the rest">
      <ResponsiveContainer width="100%" height={150}>
        <LineChart margin={{ top: 6, right: 10, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="day"
            type="number"
            domain={[0, days]}
            allowDataOverflow
            {...AXIS}
            tickFormatter={(d: number) => `day ${d}`}
          />
          <YAxis domain={[0, most]} allowDataOverflow tickFormatter={percent} width={48} {...AXIS} />
          {others.map((curve, i) => (
            <Line
              key={i}
              data={[{ day: 0, lost: 0 }, ...curve]}
              dataKey="lost"
              stroke="var(--ink2)"
              strokeWidth={1}
              strokeOpacity={0.45}
              dot={false}
              isAnimationActive={false}
            />
          ))}
          <ReferenceLine y={rules.warnLoss} stroke="var(--yolktext)" strokeDasharray="5 4" />
          <ReferenceLine y={rules.alarmLoss} stroke="var(--clay)" strokeWidth={2} />
          <Line
            data={own}
            dataKey="lost"
            stroke="var(--moss)"
            strokeWidth={2.4}
            dot={{ r: 3, fill: 'var(--moss)', stroke: 'var(--moss)' }}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
      <figcaption>
        <span>
          <i className="swatch in-moss" />
          {rest.tag}, from {figures.grams(start.grams)}
        </span>
        {others.length > 0 && (
          <span>
            <i className="swatch in-ink2" />
            {others.length} that came through
          </span>
        )}
        <span>
          <i className="swatch dash in-yolktext" />
          warn
        </span>
        <span>
          <i className="swatch in-clay" />
          alarm {percent(rules.alarmLoss)}
        </span>
      </figcaption>
    </figure>
  )
}
