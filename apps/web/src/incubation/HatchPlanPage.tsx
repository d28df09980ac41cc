import { incubationApi, type HatchPlanView } from '@hatch-book/contract'
import { Button, Checkbox, InputNumber, Segmented } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { send, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useClutches, useLineFilter } from '../shell/queries'
import { percent } from './words'
import { NotYet } from '../parts/NotYet'

const NEAR_DAYS = 35

/** Hatches brought together, or kept apart, by the set point of each clutch within its safe limits. */
export function HatchPlanPage() {
  const clutchesAsked = useClutches()
  const { data: clutches } = clutchesAsked
  const { fits } = useLineFilter()
  const figures = useFigures()
  const [picked, setPicked] = useState<ReadonlySet<string> | null>(null)
  const [kind, setKind] = useState<'gathered' | 'staggered'>('gathered')
  const [apartDays, setApart] = useState(10)
  const [plan, setPlan] = useState<HatchPlanView | null>(null)
  const [says, setSays] = useState('')
  if (!clutches) return <NotYet of={clutchesAsked} page />
  const waiting = clutches
    .filter((c) => fits(c) && c.waiting > 0 && c.forecast)
    .sort((a, b) => a.forecast!.likely.localeCompare(b.forecast!.likely))
  // To begin with, those of the next species to hatch that come near each other.
  const next = waiting[0]
  const near = waiting.filter(
    (c) =>
      c.species === next?.species &&
      Date.parse(c.forecast!.likely) - Date.parse(next.forecast!.likely) < NEAR_DAYS * 86_400_000,
  )
  const usual = new Set((near.length > 1 ? near : waiting.slice(0, 2)).map((c) => c.id))
  const chosen = waiting.filter((c) => (picked ?? usual).has(c.id))
  const work = async () => {
    setSays('')
    try {
      setPlan(
        await send(incubationApi.planHatch, {
          body: {
            clutchIds: chosen.map((c) => c.id),
            wish: kind === 'gathered' ? { kind } : { kind, apartDays },
          },
        }),
      )
    } catch (error) {
      setSays(wordsOf(error))
    }
  }
  return (
    <section className="page">
      <PageHead title="Hatch plan" />
      <p className="small quiet">
        From tomorrow, by the temperature of each clutch alone, half a degree inside its warning lines. Where
        temperature decides the sex, it says what that costs.
      </p>
      {waiting.length < 2 ? (
        <p className="empty">A hatch plan needs at least two clutches that still wait.</p>
      ) : (
        <div className="columns list-left">
          <div>
            <Segmented
              aria-label="Wish"
              value={kind}
              onChange={(k) => setKind(k as typeof kind)}
              options={[
                { value: 'gathered', label: 'all on one day' },
                { value: 'staggered', label: 'kept apart' },
              ]}
            />
            {kind === 'staggered' && (
              <div className="para small">
                by{' '}
                <InputNumber
                  aria-label="Days apart"
                  size="small"
                  min={1}
                  max={60}
                  value={apartDays}
                  onChange={(n) => setApart(n ?? 1)}
                  className="w-76"
                />{' '}
                days at least
              </div>
            )}
            <ul className="lines above-12 below-12">
              {waiting.map((c) => (
                <li key={c.id} className="between">
                  <Checkbox
                    checked={chosen.includes(c)}
                    onChange={(e) =>
                      setPicked(
                        new Set(
                          e.target.checked
                            ? [...chosen.map((o) => o.id), c.id]
                            : chosen.flatMap((o) => (o.id === c.id ? [] : [o.id])),
                        ),
                      )
                    }
                  >
                    <span className="tag">{c.name}</span>
                  </Checkbox>
                  <span className="small">{figures.span(c.forecast!.windowDays)}</span>
                </li>
              ))}
            </ul>
            <Button type="primary" disabled={chosen.length < 2} onClick={() => void work()}>
              Plan {chosen.length} clutches
            </Button>
            {says && (
              <p className="note bad" role="alert">
                {says}
              </p>
            )}
          </div>
          {plan ? <PlanTable plan={plan} /> : <p className="quiet">Choose the clutches and what you wish.</p>}
        </div>
      )}
    </section>
  )
}

function PlanTable({ plan }: { plan: HatchPlanView }) {
  const figures = useFigures()
  return (
    <div aria-label="Hatch plan" role="region">
      <h2>
        From {figures.day(plan.from)}: {Math.round(plan.spanDays.before)} days between the first and the last
        become {Math.round(plan.spanDays.after)}
      </h2>
      <table className="plain-table">
        <thead>
          <tr>
            <th>clutch</th>
            <th>likely</th>
            <th>then</th>
            <th>set it to</th>
            <th>can be moved</th>
            <th>female</th>
          </tr>
        </thead>
        <tbody>
          {plan.clutches.map((c) => (
            <tr key={c.id}>
              <td>
                <Link className="tag" to={`/incubation/${c.id}`}>
                  {c.name}
                </Link>
              </td>
              <td>{figures.day(c.before)}</td>
              <td>
                {c.after === c.before ? <span className="quiet">as it is</span> : figures.day(c.after)}
                {!c.met && <div className="small bad">its limits allow no more</div>}
              </td>
              <td>
                {c.celsius === null ? (
                  <span className="quiet">leave it</span>
                ) : (
                  <>
                    <strong className="fig">{figures.celsius(c.celsius)}</strong>
                    {c.incubator && (
                      <div className="small quiet">
                        {Math.abs(c.incubator.setPointC - c.celsius) < 0.15
                          ? `${c.incubator.name} has it`
                          : `${c.incubator.name}, at ${figures.celsius(c.incubator.setPointC)}, is nearest`}
                      </div>
                    )}
                  </>
                )}
              </td>
              <td className="small">
                {c.earliest === c.latest ? 'no more' : figures.span({ from: c.earliest, to: c.latest })}
              </td>
              <td className="small">
                {c.males ? (
                  `${percent(1 - c.males.before)} → ${percent(1 - c.males.after)}`
                ) : (
                  <span className="quiet">–</span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small quiet">
        Clutches that share an incubator share its dial: carry a box to the one that is set as it needs, or
        turn the dial where all in it want the same.
      </p>
    </div>
  )
}
