import type { ClimateRow, Series } from '@hatch-book/contract'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import { useSeries } from '../shell/queries'
import { useSession } from '../shell/session'
import { temperatureMarks } from './temperatureMarks'

const TABLE_ROWS = 48

/** The air of a place between the extremes of each step, so that nothing is smoothed away; humidity below where it is measured. */
export function AirChart({ place, from, to }: { place: ClimateRow; from: string; to: string }) {
  const { data } = useSeries(place.probeId, from, to)
  // As high as the chart with its legend.
  if (!data) return <div className="high-300" />
  if (data.at.length === 0) return <p className="empty">No readings in this period.</p>
  return <Drawn place={place} series={data} />
}

function Drawn({ place, series }: { place: ClimateRow; series: Series }) {
  const figures = useFigures()
  const { book } = useSession()
  const rows = series.at.map((x, i) => ({
    x,
    mean: series.meanC[i]!,
    range: [series.minC[i]!, series.maxC[i]!] as [number, number],
    humidity: series.humidity[i] == null ? null : series.humidity[i]! * 100,
  }))
  const low = Math.min(...series.minC, place.bands?.night.low ?? 99, place.setPointC ?? 99)
  const high = Math.max(...series.maxC, place.bands?.day.high ?? -99, place.setPointC ?? -99)
  const marks = temperatureMarks(low, high, book.temperatureUnit)
  const day = (x: number) =>
    series.stepMinutes < 60
      ? figures.instant(new Date(x).toISOString())
      : figures.day(new Date(x).toISOString().slice(0, 10))
  const domain = [rows[0]!.x, rows.at(-1)!.x]
  return (
    <figure className="chart flush">
      <ResponsiveContainer width="100%" height={240}>
        <ComposedChart data={rows} syncId="air" margin={{ top: 6, right: 10, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          {place.bands && (
            <>
              <ReferenceArea
                y1={place.bands.day.low}
                y2={place.bands.day.high}
                fill="var(--moss)"
                fillOpacity={0.12}
              />
              <ReferenceArea
                y1={place.bands.night.low}
                y2={place.bands.night.high}
                fill="var(--slate)"
                fillOpacity={0.12}
              />
            </>
          )}
          {place.setPointC !== null && (
            <ReferenceLine y={place.setPointC} stroke="var(--ink2)" strokeDasharray="2 4" />
          )}
          <XAxis
            dataKey="x"
            type="number"
            domain={domain}
            tickFormatter={day}
            {...AXIS}
            tickCount={6}
            hide={series.humidity.length > 0}
          />
          <YAxis
            domain={[marks[0]!, marks.at(-1)!]}
            ticks={marks}
            width={62}
            {...AXIS}
            tickFormatter={(c: number) => figures.celsiusBrief(c)}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            labelFormatter={(x) => figures.instant(new Date(Number(x)).toISOString())}
            formatter={(value, name) =>
              Array.isArray(value)
                ? [`${figures.celsius(Number(value[0]))} to ${figures.celsius(Number(value[1]))}`, 'extremes']
                : [figures.celsius(Number(value)), name === 'mean' ? 'mean' : String(name)]
            }
          />
          <Area
            dataKey="range"
            stroke="none"
            fill="var(--ink)"
            fillOpacity={0.22}
            isAnimationActive={false}
          />
          <Line dataKey="mean" stroke="var(--ink)" strokeWidth={1.3} dot={false} isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
      {series.humidity.length > 0 && (
        <ResponsiveContainer width="100%" height={110}>
          <ComposedChart data={rows} syncId="air" margin={{ top: 0, right: 10, bottom: 0, left: 0 }}>
            {place.bands?.humidity && (
              <ReferenceArea
                y1={place.bands.humidity.low * 100}
                y2={place.bands.humidity.high * 100}
                fill="var(--slate)"
                fillOpacity={0.14}
              />
            )}
            <XAxis dataKey="x" type="number" domain={domain} tickFormatter={day} {...AXIS} tickCount={6} />
            <YAxis
              domain={[0, 100]}
              width={62}
              {...AXIS}
              tickFormatter={(p: number) => `${p} %`}
              ticks={[0, 50, 100]}
            />
            <Tooltip
              isAnimationActive={false}
              contentStyle={PAPER}
              labelFormatter={(x) => figures.instant(new Date(Number(x)).toISOString())}
              formatter={(value) => [`${Math.round(Number(value))} %`, 'air']}
            />
            <Line
              dataKey="humidity"
              stroke="var(--slate)"
              strokeWidth={1.6}
              dot={false}
              connectNulls
              isAnimationActive={false}
            />
          </ComposedChart>
        </ResponsiveContainer>
      )}
      <figcaption>
        <span>
          <i className="swatch in-ink" />
          mean of {series.stepMinutes < 60 ? `${series.stepMinutes} min` : `${series.stepMinutes / 60} h`};
          shaded between its extremes
        </span>
        {place.bands && <span>▒ bands of the day (green) and of the night (slate)</span>}
        {place.setPointC !== null && <span>┄ set point</span>}
        <span className="quiet">{series.readings} readings</span>
      </figcaption>
      <details className="small">
        <summary>as a table</summary>
        <table className="plain-table">
          <thead>
            <tr>
              <th>when</th>
              <th>least</th>
              <th>mean</th>
              <th>most</th>
              {series.humidity.length > 0 && <th>air</th>}
            </tr>
          </thead>
          <tbody>
            {rows
              .filter((_, i) => i % Math.max(1, Math.floor(rows.length / TABLE_ROWS)) === 0)
              .map((r) => (
                <tr key={r.x}>
                  <td>{figures.instant(new Date(r.x).toISOString())}</td>
                  <td className="fig">{figures.celsius(r.range[0])}</td>
                  <td className="fig">{figures.celsius(r.mean)}</td>
                  <td className="fig">{figures.celsius(r.range[1])}</td>
                  {series.humidity.length > 0 && (
                    <td className="fig">{r.humidity === null ? '–' : `${Math.round(r.humidity)} %`}</td>
                  )}
                </tr>
              ))}
          </tbody>
        </table>
      </details>
    </figure>
  )
}
