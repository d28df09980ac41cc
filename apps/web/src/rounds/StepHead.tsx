import type { AnimalRow } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'
import { lazy, Suspense } from 'react'
import { useAge } from '../parts/AnimalCard'
import { SexSign } from '../parts/identity'
import { describeAnimal } from '../parts/identityWords'
import { Verdict } from '../parts/Verdict'
import { useFigures } from '../shell/figures'
import { useAnimal } from '../shell/queries'
import { withDays } from '../parts/sentence'
import css from './round.module.css'

const GrowthChart = lazy(() => import('../parts/GrowthChart'))

/** Who lives here, in words. */
export function Described({ animal }: { animal: AnimalRow }) {
  const age = useAge()
  return (
    <span className={css.what}>
      {animal.name !== '' && <strong>{animal.name} </strong>}
      <SexSign sex={animal.sex} /> {describeAnimal(animal)}, {age(animal)}
    </span>
  )
}

/** How it stands: its meals, its weight, what is wrong, whether it may breed, and its curve. */
export function Standing({ animal, onReasons }: { animal: AnimalRow; onReasons(): void }) {
  const figures = useFigures()
  const { data: page } = useAnimal(animal.id)
  const fed =
    animal.refusalsInARow > 0
      ? `refused ${counted(animal.refusalsInARow, 'meal')} in a row`
      : animal.mealsInARow > 0
        ? `${counted(animal.mealsInARow, 'meal')} in a row`
        : 'no meal recorded'
  return (
    <>
      <p className={`between ${css.stands}`}>
        <span>
          {animal.stage}, {fed}
          {animal.lastTakenOn && `, last ${figures.day(animal.lastTakenOn)}`}
          {animal.inShed && <span className="warm">, in shed</span>}
        </span>
        <span className="quiet">
          {animal.grams !== null && `${figures.grams(animal.grams)} on ${figures.day(animal.weighedOn!)}`}
        </span>
      </p>
      {animal.openProblems.length > 0 && <p className="bad">{animal.openProblems.join(', ')}</p>}
      {animal.verdict && (
        <p className={`between ${css.stands}`}>
          <span>
            <Verdict verdict={animal.verdict} />{' '}
            <span className="small quiet">
              {animal.verdict === 'ready' ? '' : withDays(animal.verdictBecause, figures.day)}
            </span>
          </span>
          <button type="button" className="plain small nowrap" onClick={onReasons}>
            reasons
          </button>
        </p>
      )}
      {page && page.weights.length > 1 && (
        <div className={css.curve}>
          <Suspense fallback={<div className="high-150" />}>
            <GrowthChart page={page} small />
          </Suspense>
        </div>
      )}
    </>
  )
}
