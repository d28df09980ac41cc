import { dayFromNumber, dayNumber } from '@hatch-book/core'
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import { useFigures } from '../shell/figures'
import { AXIS, PAPER } from './chartLook'

/** One of an animal's sizes as it was measured from day to day. */
export default function SizeChart({ told }: { told: readonly { mm: number; on: string }[] }) {
  const figures = useFigures()
  const mm = (value: number) => figures.quantity({ value, unit: 'mm' })
  const points = told.map(({ mm, on }) => ({ x: dayNumber(on), mm }))
  return (
    <ResponsiveContainer width="100%" height={150}>
      <LineChart data={points} margin={{ top: 6, right: 12, bottom: 0, left: 0 }} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis
          dataKey="x"
          type="number"
          domain={['dataMin', 'dataMax']}
          tickFormatter={(x: number) => figures.day(dayFromNumber(x))}
          {...AXIS}
          tickCount={4}
        />
        <YAxis domain={[0, 'dataMax']} tickFormatter={mm} {...AXIS} width={66} tickCount={4} />
        <Tooltip
          isAnimationActive={false}
          contentStyle={PAPER}
          labelFormatter={(x) => figures.day(dayFromNumber(Number(x)))}
          formatter={(value) => [mm(Number(value)), 'measured']}
        />
        <Line
          dataKey="mm"
          stroke="var(--moss)"
          strokeWidth={2}
          dot={{ r: 4, fill: 'var(--ink)', stroke: 'none' }}
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  )
}
