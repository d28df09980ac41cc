import { calledOf } from '@hatch-book/core'
import { addressOf, leavingApi } from '@hatch-book/contract'
import type { BodyPlan } from '@hatch-book/core'
import { useParams } from 'react-router'
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import { BodyOutline } from '../parts/BodyOutline'
import { AXIS } from '../parts/chartLook'
import { useAsk } from '../shell/api'
import { figuresOf } from '../shell/figures'
import { MealRows } from './MealRows'
import { HowItIsKept } from './HowItIsKept'
import css from './leaving.module.css'
import { NotYet } from '../parts/NotYet'

/** The page of one animal for whoever has its address: its record as the log has it, and nothing else. */
export function SharedRecordPage() {
  const { key } = useParams()
  const asked = useAsk(leavingApi.sharedRecord, { params: { key: key! } }, { retry: false })
  const { data, error } = asked
  if (error)
    return (
      <main className="alone">
        <h1>Nothing is here</h1>
        <p>This page is no longer shared. Ask whoever gave you the address.</p>
      </main>
    )
  if (!data) return <NotYet of={asked} page />
  // A record is read years later: every day says its year.
  const figures = figuresOf({ weightUnit: data.weightUnit, temperatureUnit: 'C', zone: 'UTC' }, '0000-01-01')
  return (
    <main className={css.sheet}>
      <header className={css.head}>
        <div className="between">
          <h1 className={`tag flush ${css.tag}`}>{calledOf(data)}</h1>
          <strong>{data.bookName}</strong>
        </div>
        <div>
          {data.species} (<i>{data.latin}</i>),{' '}
          {data.sex === 'unknown'
            ? 'not sexed'
            : `${data.sex}, ${Math.round(data.sexCertainty * 100)} % sure`}
          {data.hatched && `, hatched ${figures.span(data.hatched)}`}
          {data.line && `, line ${data.line}`}
        </div>
        {data.traits.length > 0 && <div>{data.traits.join(', ')}</div>}
      </header>
      {data.photo && (
        <img
          src={addressOf(leavingApi.sharedPhoto, { params: { key } })}
          alt={calledOf(data)}
          className={css.picture}
        />
      )}
      <div className="columns cards-fit">
        <section>
          <h2>
            Meals: {data.mealsTaken} taken of {data.mealsOffered} offered
          </h2>
          <MealRows meals={[...data.meals].reverse()} figures={figures} />
        </section>
        <section>
          <h2>Weights</h2>
          {data.weights.length > 1 && (
            <ResponsiveContainer width="100%" height={150}>
              <LineChart data={data.weights} margin={{ top: 6, right: 8, bottom: 0, left: 0 }}>
                <XAxis dataKey="on" tickFormatter={(d: string) => figures.day(d)} minTickGap={50} {...AXIS} />
                <YAxis width={44} {...AXIS} />
                <Line dataKey="grams" stroke="var(--moss)" strokeWidth={2} isAnimationActive={false} />
              </LineChart>
            </ResponsiveContainer>
          )}
          <p className="small">
            {data.weights
              .slice(-5)
              .map((w) => `${figures.day(w.on)} ${figures.grams(w.grams)}`)
              .join(', ')}
          </p>
          <p className="small">{data.sheds} sheds on record.</p>
          <h2>Looked over</h2>
          {data.defects.length === 0 ? (
            <p className="small">No defect is on record.</p>
          ) : (
            <>
              <BodyOutline
                plan={data.bodyPlan as BodyPlan}
                view={data.defects[0]!.view}
                marks={data.defects}
              />
              <ul className="small">
                {data.defects.map((d) => (
                  <li key={d.defect}>
                    {d.defect}, {d.grade}: {d.follows}
                  </li>
                ))}
              </ul>
            </>
          )}
          {data.problems.map((p, i) => (
            <p key={i} className="small">
              {figures.day(p.on)}: {p.problem}
              {p.over ? ', over' : ', open'}
            </p>
          ))}
        </section>
      </div>
      <HowItIsKept of={data}>A sick or injured animal belongs with a vet.</HowItIsKept>
    </main>
  )
}
