import { addDays, membersByWeek } from '@hatch-book/core'
import { Area, CartesianGrid, ComposedChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import type { StudiedCohort } from './study'

const WEEKS = 27
const LOOKS = ['yolk', 'moss', 'slate', 'plum', 'clay', 'ink2'] as const

/** Where they will be: how many in each stage, week by week, on the mean. */
export function StreamChart({ studied, today }: { studied: StudiedCohort; today: string }) {
  const figures = useFigures()
  const { way, groups, ahead, protocol, standing } = studied
  const adultDays = protocol.adults?.femaleDays.typical ?? null
  const lives = { grown: standing.grown, adultDays }
  const table = membersByWeek(way, groups, ahead, protocol.referenceC, WEEKS, lives)
  const names = [...way.map((s) => s.name), protocol.grown]
  const shown = names
    .map((name, i) => ({ name, row: table[i]! }))
    .filter(({ row }) => row.some((n) => n >= 0.5))
  if (shown.length === 0) return null
  // A short life is not drawn as half a year of nothing.
  const lastWeek = Math.max(...shown.map(({ row }) => row.findLastIndex((n) => n >= 0.05)))
  const weeks = Math.min(WEEKS, Math.max(4, lastWeek + 2))
  const points = Array.from({ length: weeks }, (_, week) => ({
    day: addDays(today, week * 7),
    ...Object.fromEntries(shown.map(({ name, row }) => [name, Math.round(row[week]! * 10) / 10])),
  }))
  const look = (i: number) => `var(--${LOOKS[i % LOOKS.length]})`
  return (
    <figure className="chart">
      <figcaption>
        {shown.map(({ name }, i) => (
          <span key={name}>
            <i
              className="swatch"
              style={{ borderColor: look(i), borderTopStyle: i >= LOOKS.length ? 'dashed' : 'solid' }}
            />
            {name}
          </span>
        ))}
        <span className="quiet">how many in each, as to be expected</span>
      </figcaption>
      <ResponsiveContainer width="100%" height={180}>
        <ComposedChart data={points} margin={{ top: 8, right: 24, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="day"
            tickFormatter={(d: string) => figures.day(d)}
            interval={Math.ceil(weeks / 6) - 1}
            {...AXIS}
          />
          <YAxis domain={[0, 'auto']} width={44} allowDecimals={false} {...AXIS} />
          <Tooltip contentStyle={PAPER} labelFormatter={(d) => `week of ${figures.day(String(d))}`} />
          {shown.map(({ name }, i) => (
            <Area
              key={name}
              dataKey={name}
              stackId="members"
              stroke={look(i)}
              strokeDasharray={i >= LOOKS.length ? '4 3' : ''}
              fill={look(i)}
              fillOpacity={0.55}
              isAnimationActive={false}
            />
          ))}
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  )
}
