import type { DueMeal } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { Segmented } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { Keys } from '../parts/Keys'
import { useFigures, type Figures } from '../shell/figures'
import { useKeys } from '../shell/keys'
import { useLog } from '../shell/log'
import { useLineFilter } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { GroupMeal } from './GroupMeal'
import { Measure } from './Measure'
import { mealEntry, type Outcome } from './mealEntry'
import { POWDERS, ToBring } from './ToBring'
import { useDueMeals } from './queries'
import { NotYet } from '../parts/NotYet'

const AHEAD = { today: 0, 'in 3 days': 3, 'in a week': 7 } as const
const MOST_SHOWN = 300

/** Who is to be fed, in walking order, what to thaw or count out, and one key for each outcome. */
export function MealsPage() {
  const { today } = useSession()
  const [ahead, setAhead] = useState<keyof typeof AHEAD>('today')
  const asked = useDueMeals(addDays(today, AHEAD[ahead]))
  const { data } = asked
  const { fits } = useLineFilter()
  const [at, setAt] = useState<string | null>(null)
  if (!data) return <NotYet of={asked} page />
  const meals = data.meals.filter(fits)
  const picked = meals.find((m) => m.animal.id === at) ?? meals[0]
  const open = meals.filter((m) => m.offered)
  return (
    <section className="page" data-keys>
      <PageHead
        title={
          <>
            Meals: {meals.length} due <span className="quiet">{ahead}</span>
          </>
        }
      >
        <Segmented
          aria-label="Until when"
          value={ahead}
          onChange={setAhead}
          options={Object.keys(AHEAD) as (keyof typeof AHEAD)[]}
        />
      </PageHead>
      {meals.length === 0 ? (
        <p className="empty">No meal is due. Animals appear here when their next meal is due, tub by tub.</p>
      ) : (
        <div className="columns wider-left">
          <MealList meals={meals} picked={picked} onPick={setAt} />
          <div className="beside first-on-phone">
            {picked && <MealCard key={picked.animal.id} meal={picked} meals={meals} onNext={setAt} />}
            <ToBring meals={meals.filter((m) => !m.offered)} />
            {open.length > 0 && (
              <p className="small quiet">
                {open.length} offered and to be looked at again; they stay in the list until somebody has.
              </p>
            )}
          </div>
        </div>
      )}
    </section>
  )
}

function MealList({
  meals,
  picked,
  onPick,
}: {
  meals: readonly DueMeal[]
  picked: DueMeal | undefined
  onPick(id: string): void
}) {
  const figures = useFigures()
  const { today } = useSession()
  return (
    <ul className="lines" aria-label="Meals that are due">
      {meals.slice(0, MOST_SHOWN).map((m) => (
        <li key={m.animal.id} className={`${m === picked ? 'picked' : ''} inset`}>
          <button
            type="button"
            className="plain wide"
            onClick={() => onPick(m.animal.id)}
            aria-current={m === picked}
          >
            <span>
              <span className="tag">{m.animal.tag}</span>{' '}
              <span className="small quiet">
                {m.place?.name ?? 'no tub'} · {whatOf(m, figures)}
                {m.supplement &&
                  m.supplement.supplement !== 'o' &&
                  `, with ${POWDERS[m.supplement.supplement]}`}
              </span>
            </span>
            <span className="small nowrap">
              {m.loss.standing !== 'well' && <span className="bad">{m.loss.says} </span>}
              {m.offered ? (
                <span className="warm">look again {figures.clock(m.offered.lookAt)}</span>
              ) : m.due < today ? (
                <span className="warm">since {figures.day(m.due)}</span>
              ) : (
                <span className="quiet">{m.due === today ? 'today' : figures.day(m.due)}</span>
              )}
            </span>
          </button>
        </li>
      ))}
      {meals.length > MOST_SHOWN && (
        <li className="quiet small">and {meals.length - MOST_SHOWN} more; pick a line on the ribbon</li>
      )}
    </ul>
  )
}

function whatOf(m: DueMeal, figures: Figures): string {
  const each = m.each ? `${Math.round(m.each.typical)} × ` : ''
  const half = m.half ? 'half a ' : ''
  const grams = m.grams ? ` ${figures.grams(m.grams.typical * (m.half ? 0.5 : 1))}` : ''
  const long = m.longestMm === null ? '' : `, at most ${Math.round(m.longestMm)} mm long`
  return `${each}${half}${m.prey}${grams}${long}`
}

function MealCard({
  meal: m,
  meals,
  onNext,
}: {
  meal: DueMeal
  meals: readonly DueMeal[]
  onNext(id: string): void
}) {
  const figures = useFigures()
  const may = useMay()
  const { write } = useLog()
  const [trick, setTrick] = useState(m.trick?.trick ?? '')
  const [measuring, setMeasuring] = useState(false)
  const index = meals.indexOf(m)
  const step = (by: number) => {
    const to = meals[Math.min(meals.length - 1, Math.max(0, index + by))]
    if (to) onNext(to.animal.id)
  }
  useKeys({ ArrowDown: () => step(1), ArrowUp: () => step(-1) })
  const say = (outcome: Outcome, assisted = false) => {
    step(1)
    void write(
      [mealEntry(m, outcome, { assisted, trick })],
      `${m.animal.tag}: ${outcome === 'taken' ? (assisted ? 'helped to eat' : 'ate') : outcome}`,
    )
  }
  const mates = m.place ? meals.filter((other) => other.place?.id === m.place!.id) : []
  return (
    <article className={`card ${m.loss.standing === 'vet' ? 'trouble' : 'now'}`} aria-label="At this tub">
      <div className="top">
        <Link className="tag" to={`/rearing/${m.animal.id}`}>
          {m.animal.tag}
        </Link>
        <span className="place">{m.place?.name ?? 'no tub'}</span>
      </div>
      <p className="bigger">
        <strong>{whatOf(m, figures)}</strong>
        {m.supplement && (
          <>
            , {POWDERS[m.supplement.supplement]}{' '}
            <span className="small quiet">(then {POWDERS[m.supplement.after]})</span>
          </>
        )}
      </p>
      <p className="small quiet">
        {m.stage}; {m.because.join('; ')}; window {figures.span(m.window)}
        {m.next &&
          `. Next size, ${m.next.name}, from ${figures.grams(m.next.fromGrams)}${m.next.expected ? `, expected ${figures.span(m.next.expected)}` : ''}`}
      </p>
      {m.loss.standing !== 'well' && (
        <p className="note bad">
          {m.loss.says}. {m.loss.standing === 'vet' ? 'Ask a vet before anything is forced.' : ''}
        </p>
      )}
      {m.firstMeal && (
        <p className="small">
          {m.tried.length > 0
            ? `Tried: ${m.tried.map((t) => `${t.trick}${t.took ? ' (took)' : ''}`).join(', ')}. `
            : 'Its first meal. '}
          {m.trick && (
            <>
              Try <strong>{m.trick.trick}</strong>
              {m.trick.fromDay !== null && `, not before day ${m.trick.fromDay}`}: {m.trick.because}.{' '}
              <label>
                <input
                  type="checkbox"
                  checked={trick !== ''}
                  onChange={(e) => setTrick(e.target.checked ? m.trick!.trick : '')}
                />{' '}
                tried it
              </label>
            </>
          )}
        </p>
      )}
      {mates.length > 1 && may.write && !measuring && (
        <GroupMeal mates={mates} onDone={() => step(mates.length - mates.indexOf(m))} />
      )}
      {measuring && m.measures && <Measure meal={m} what={m.measures} onDone={() => setMeasuring(false)} />}
      {may.write && (
        <Keys
          of={m.animal.id}
          active={!measuring}
          acts={[
            { key: 'A', says: 'ate', main: true, act: () => say('taken') },
            { key: 'R', says: 'refused', act: () => say('refused') },
            { key: 'O', says: 'offered, look again', act: () => say('offered') },
            { key: 'H', says: 'helped to eat', act: () => say('taken', true) },
            { key: 'B', says: 'brought up', act: () => say('brought up') },
            ...(m.measures
              ? [{ key: 'G', says: `measure its ${m.measures}`, act: () => setMeasuring(true) }]
              : []),
          ]}
        />
      )}
    </article>
  )
}
