import { durationsInWords, type DryMark, type DryRun, type DryStep } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import css from './newSpecies.module.css'

const WIDTH = 460
const ROW = 34
const MARGIN = 8
const PALE = 0.5

const COLOURS: Record<DryStep['what'], string> = {
  ...{ rest: 'var(--slate)', together: 'var(--plum)', carrying: 'var(--yolk)', eggs: 'var(--yolk)' },
  ...{ out: 'var(--moss)', next: 'var(--yolk)', growing: 'var(--moss)', laying: 'var(--yolk)' },
}

/** What the answers come to before anything lives here: a year of a pair, and one young. Guesses are drawn pale. */
export function DryRunCards({ run }: { run: DryRun }) {
  return (
    <aside aria-label="Dry run" className={css.runs}>
      <article className="card now">
        <h2>Dry run: {run.weights.length > 0 ? 'a year of one pair' : 'one generation'}</h2>
        <Year steps={run.pair} />
        {run.pair.some((step) => step.guess) && (
          <p className="small quiet">Pale parts are guesses. Your own clutches will narrow them down.</p>
        )}
      </article>
      <article className="card">
        <h2>Dry run: one young</h2>
        {run.weights.length > 0 && <Curve run={run} />}
        <Marks marks={run.young} />
      </article>
    </aside>
  )
}

/** Bars over the days since the two were put together. */
function Year({ steps }: { steps: readonly DryStep[] }) {
  const first = Math.min(0, ...steps.map((step) => step.from.least))
  const last = Math.max(...steps.map((step) => step.to.most), first + 30)
  const at = (day: number) => MARGIN + ((day - first) / (last - first)) * (WIDTH - 2 * MARGIN)
  const months = Math.ceil((last - first) / 30.44)
  const every = months > 48 ? 12 : months > 18 ? 6 : months > 8 ? 2 : 1
  const height = steps.length * ROW + 22
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} role="img" aria-label={steps.map(stepInWords).join('. ')}>
      {Array.from({ length: Math.floor(months / every) + 1 }, (_, i) => {
        const x = at(first + i * every * 30.44)
        return <line key={i} x1={x} x2={x} y1={0} y2={height - 16} stroke="var(--rule)" />
      })}
      {steps.map((step, i) => {
        const [x, end] = [at(step.from.typical), at(step.to.typical)]
        const words = `${step.says}${step.guess ? ' (guess)' : ''}`
        const opacity = step.guess ? PALE : 1
        const isLate = x > WIDTH * 0.6
        return (
          <g key={i}>
            <line
              x1={at(step.from.least)}
              x2={at(step.to.most)}
              y1={i * ROW + 24}
              y2={i * ROW + 24}
              stroke={COLOURS[step.what]}
              strokeWidth="2"
              opacity={opacity}
            />
            <rect
              x={x}
              y={i * ROW + 18}
              width={Math.max(6, end - x)}
              height="12"
              fill={COLOURS[step.what]}
              opacity={opacity}
            />
            <text
              x={isLate ? Math.max(x, end) : x}
              y={i * ROW + 13}
              textAnchor={isLate ? 'end' : 'start'}
              fontSize="13"
              fill="var(--ink)"
            >
              {words}
            </text>
          </g>
        )
      })}
      <text x={WIDTH - MARGIN} y={height - 2} textAnchor="end" fontSize="12" fill="var(--ink2)">
        one line {every === 1 ? 'a month' : every === 12 ? 'a year' : `every ${every} months`}
      </text>
    </svg>
  )
}

const stepInWords = ({ says, from, to, guess }: DryStep) =>
  `${says}: day ${Math.round(from.typical)} to ${Math.round(to.typical)}${guess ? ', guessed' : ''}`

const HEIGHT = 120
/** The curve of weight, with what comes when. */
function Curve({ run: { weights, young } }: { run: DryRun }) {
  const most = Math.max(...weights.map((w) => w.grams))
  const last = weights.at(-1)!.day
  const x = (day: number) => MARGIN + (day / last) * (WIDTH - 2 * MARGIN)
  const y = (grams: number) => HEIGHT - MARGIN - (grams / most) * (HEIGHT - 2 * MARGIN)
  const points = weights.map(({ day, grams }) => `${x(day)},${y(grams)}`).join(' ')
  const isGuess = young.some((mark) => mark.guess && mark.grams !== null)
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label="Weight over its youth">
      <polyline
        points={points}
        fill="none"
        stroke="var(--moss)"
        strokeWidth="2.5"
        opacity={isGuess ? PALE : 1}
      />
      {young.map((mark) =>
        mark.grams === null ? null : (
          <circle key={mark.says} cx={x(mark.day.typical)} cy={y(mark.grams)} r="4" fill="var(--ink)" />
        ),
      )}
    </svg>
  )
}

function Marks({ marks }: { marks: readonly DryMark[] }) {
  const figures = useFigures()
  const when = ({ day }: DryMark) => (day.typical === 0 ? 'day 0' : durationsInWords(day.least, day.most))
  return (
    <table className="plain-table">
      <thead>
        <tr>
          <th>Event</th>
          <th>Age</th>
          <th className="right">Weight</th>
        </tr>
      </thead>
      <tbody>
        {marks.map((mark) => (
          <tr key={mark.says} className={mark.guess ? 'quiet' : ''}>
            <td>{mark.says}</td>
            <td className="fig">{when(mark)}</td>
            <td className="fig right nowrap">{mark.grams === null ? '' : figures.grams(mark.grams)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
