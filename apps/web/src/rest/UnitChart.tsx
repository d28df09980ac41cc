import type { Series } from '@hatch-book/contract'
import { useMemo } from 'react'
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

interface Point {
  at: number
  mean: number
  range: [number, number]
  over: [number, number] | null
  under: [number, number] | null
}
export interface Band {
  /** Who wants it. */
  for: string
  low: number
  high: number
}

/** What lies beyond every band; where two are apart, what lies between them is in none. */
function pointsOf({ at, minC, maxC, meanC }: Series, bands: readonly Band[]): Point[] {
  const low = bands.length > 0 ? Math.min(...bands.map((b) => b.low)) : -Infinity
  const high = bands.length > 0 ? Math.max(...bands.map((b) => b.high)) : Infinity
  return at.map((t, i) => ({
    at: t,
    mean: meanC[i]!,
    range: [minC[i]!, maxC[i]!],
    over: maxC[i]! > high ? [Math.max(high, minC[i]!), maxC[i]!] : null,
    under: minC[i]! < low ? [minC[i]!, Math.min(low, maxC[i]!)] : null,
  }))
}

/** As high as what is said below the curve, px. */
const LEGEND = 52
const MARGIN = '2px 0 4px'

/** The room of a curve that is not there yet, or has nothing to draw: what stands below stays where it is. */
export function NoCurve({ height, says = '' }: { height: number; says?: string }) {
  return (
    <div style={{ height, margin: MARGIN }} className="quiet small">
      {says}
    </div>
  )
}

/**
 * A probe's curve against the band it should keep: between the extremes of each step, so that nothing is smoothed away. What
 * lies outside the band is drawn heavy.
 */
export function UnitChart({
  probeId,
  from,
  to,
  bands,
  height,
  small = false,
  beside = null,
}: {
  probeId: string | null
  from: string
  to: string
  bands: readonly Band[]
  height: number
  small?: boolean
  /** Another probe, drawn with it. */
  beside?: { probeId: string; name: string } | null
}) {
  const { data } = useSeries(probeId, from, to)
  const { data: other } = useSeries(beside?.probeId ?? null, from, to)
  if (!data || data.at.length === 0)
    return (
      <NoCurve
        height={small ? height : height + LEGEND}
        says={data ? 'No readings in this period.' : undefined}
      />
    )
  return (
    <Drawn
      series={data}
      from={from}
      to={to}
      bands={bands}
      height={height}
      small={small}
      beside={beside && other ? { series: other, name: beside.name } : null}
    />
  )
}

function Drawn({
  series,
  from,
  to,
  bands,
  height,
  small,
  beside,
}: {
  series: Series
  from: string
  to: string
  bands: readonly Band[]
  height: number
  small: boolean
  beside: { series: Series; name: string } | null
}) {
  const figures = useFigures()
  const points = useMemo(() => pointsOf(series, bands), [series, bands])
  const others = useMemo(() => (beside ? pointsOf(beside.series, bands) : []), [beside, bands])
  const lowest = Math.min(...series.minC, ...(beside?.series.minC ?? []))
  const highest = Math.max(...series.maxC, ...(beside?.series.maxC ?? []))
  const band = {
    low: Math.min(lowest, ...bands.map((b) => b.low)),
    high: Math.max(highest, ...bands.map((b) => b.high)),
  }
  const edges = [...new Set(bands.flatMap((b) => [b.low, b.high]))].sort((a, b) => a - b)
  const pad = Math.max(0.5, (Math.max(highest, band.high) - Math.min(lowest, band.low)) * 0.1)
  // Whole degrees where there is room for words, so that the axis reads like a thermometer.
  const [floor, ceil] = small ? [Number, Number] : [Math.floor, Math.ceil]
  const span = Date.parse(to) - Date.parse(from)
  const tick = (x: number) => {
    const iso = new Date(x).toISOString()
    return span < 3 * 86_400_000 ? figures.clock(iso) : figures.day(iso.slice(0, 10))
  }
  return (
    <figure
      className="chart"
      style={{ margin: MARGIN, minHeight: height }}
      aria-label="Temperature against the band"
    >
      <ResponsiveContainer width="100%" height={height}>
        <ComposedChart
          data={points}
          margin={{ top: 4, right: small ? 4 : 58, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          {bands.map((b) => (
            <ReferenceArea
              key={b.for}
              y1={b.low}
              y2={b.high}
              fill="var(--slate)"
              fillOpacity={0.16}
              ifOverflow="extendDomain"
              {...(bands.length > 1 && !small
                ? { label: { value: b.for, position: 'insideTopLeft', fontSize: 12, fill: 'var(--ink2)' } }
                : {})}
            />
          ))}
          {!small && <CartesianGrid stroke="var(--rule)" vertical={false} />}
          <XAxis
            dataKey="at"
            type="number"
            domain={[Date.parse(from), Date.parse(to)]}
            allowDataOverflow
            tickFormatter={tick}
            tickCount={small ? 3 : 7}
            hide={small}
            {...AXIS}
          />
          <YAxis
            domain={[floor(Math.min(lowest, band.low) - pad), ceil(Math.max(highest, band.high) + pad)]}
            {...(small ? { ticks: edges, interval: 0 as const } : {})}
            tickFormatter={(c: number) => figures.celsiusBrief(c)}
            tickCount={7}
            allowDecimals={small}
            width={small ? 54 : 62}
            stroke="var(--ink2)"
            axisLine={!small}
            tickLine={false}
            tick={{ fontSize: 12, fill: 'var(--ink2)' }}
          />
          {!small && (
            <Tooltip
              isAnimationActive={false}
              contentStyle={PAPER}
              labelFormatter={(x) => figures.instant(new Date(Number(x)).toISOString())}
              formatter={(value, name) =>
                name === 'mean'
                  ? [figures.celsius(Number(value)), 'mean']
                  : [(value as unknown as number[]).map((v) => figures.celsius(v)).join(' to '), 'from, to']
              }
            />
          )}
          <Area
            dataKey="range"
            name="range"
            stroke="none"
            fill="var(--ink2)"
            fillOpacity={0.45}
            isAnimationActive={false}
          />
          <Area
            dataKey="over"
            tooltipType="none"
            stroke="var(--clay)"
            strokeWidth={1}
            fill="var(--clay)"
            fillOpacity={0.85}
            isAnimationActive={false}
          />
          <Area
            dataKey="under"
            tooltipType="none"
            stroke="var(--clay)"
            strokeWidth={1}
            fill="var(--clay)"
            fillOpacity={0.85}
            isAnimationActive={false}
          />
          {others.length > 0 && (
            <Area
              data={others}
              dataKey="range"
              tooltipType="none"
              stroke="var(--plum)"
              strokeWidth={1}
              fill="var(--plum)"
              fillOpacity={0.35}
              isAnimationActive={false}
            />
          )}
          <Line
            dataKey="mean"
            name="mean"
            stroke="var(--ink)"
            strokeWidth={small ? 1 : 1.3}
            dot={false}
            isAnimationActive={false}
          />
          {!small && (
            <>
              <ReferenceLine
                y={lowest}
                stroke={bands.every((b) => lowest < b.low) ? 'var(--clay)' : 'var(--ink2)'}
                strokeDasharray="2 4"
                label={{
                  value: figures.celsius(lowest),
                  position: 'right',
                  fontSize: 12,
                  fill: 'var(--ink2)',
                }}
              />
              <ReferenceLine
                y={highest}
                stroke={bands.every((b) => highest > b.high) ? 'var(--clay)' : 'var(--ink2)'}
                strokeDasharray="2 4"
                label={{
                  value: figures.celsius(highest),
                  position: 'right',
                  fontSize: 12,
                  fill: 'var(--ink2)',
                }}
              />
            </>
          )}
        </ComposedChart>
      </ResponsiveContainer>
      {!small && (
        <figcaption>
          <span>
            shaded:{' '}
            {bands
              .map((b) => `${figures.celsius(b.low)} to ${figures.celsius(b.high)} for ${b.for}`)
              .join('; ')}
          </span>
          <span>
            <i className="swatch in-ink" />
            mean, between the lowest and highest of each{' '}
            {series.stepMinutes < 60 ? `${series.stepMinutes} min` : `${series.stepMinutes / 60} h`}
          </span>
          <span>
            <i className="swatch in-clay" />
            outside the band
          </span>
          {beside && (
            <span>
              <i className="swatch in-plum" />
              {beside.name}, from lowest to highest
            </span>
          )}
          <span className="fig">
            {(series.readings + (beside?.series.readings ?? 0)).toLocaleString('en')} readings
          </span>
        </figcaption>
      )}
    </figure>
  )
}
