import { recipesApi, type RecipeView } from '@hatch-book/contract'
import { counted, firstOf } from '@hatch-book/core'
import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { Keys } from '../parts/Keys'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { RecipeForm } from './RecipeForm'
import { NotYet } from '../parts/NotYet'

/** What is mixed for those who eat it: how much of what, for whom, and how long it is good. */
export function RecipesPage() {
  const may = useMay()
  const asked = useAsk(recipesApi.list)
  const { data } = asked
  const [written, setWritten] = useState<RecipeView | 'new' | null>(null)
  if (!data) return <NotYet of={asked} page />
  const done = () => setWritten(null)
  return (
    <section className="page">
      <PageHead title="Recipes">
        {may.decide && written === null && <Button onClick={() => setWritten('new')}>New recipe</Button>}
      </PageHead>
      {written === 'new' && <RecipeForm onDone={done} />}
      {data.recipes.length === 0 && written === null && (
        <p className="empty">
          Enter the mixes you make yourself, such as a fruit mash, and see how much to make for the animals
          that eat them.
        </p>
      )}
      <div className="cards cards-fill">
        {data.recipes.map((recipe) =>
          written !== null && written !== 'new' && written.id === recipe.id ? (
            <RecipeForm key={recipe.id} recipe={written} onDone={done} />
          ) : (
            <RecipeCard
              key={recipe.id}
              recipe={recipe}
              active={written === null && data.recipes.length === 1}
              onChange={() => setWritten(recipe)}
            />
          ),
        )}
      </div>
    </section>
  )
}

function RecipeCard({
  recipe,
  active,
  onChange,
}: {
  recipe: RecipeView
  /** Whether a key alone says that it was made: only where nobody can mean another. */
  active: boolean
  onChange(): void
}) {
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const { write } = useLog()
  const sendAndSay = useSendAndSay()
  const { batch, nextOn, eatenBy } = recipe
  const { grams } = batch
  const isDue = nextOn !== null && nextOn <= today
  return (
    <article className={`card small-card ${isDue ? 'now' : ''}`} aria-label={`Recipe ${recipe.name}`}>
      <div className="top">
        <span className="tag">{recipe.name}</span>
        <span className="place small">keeps {counted(recipe.keepsDays, 'day')}</span>
      </div>
      {eatenBy.length === 0 ? (
        <p className="small">
          No animal here eats ‘{recipe.name}’. To use it, enter that name as the feed of a stage in the{' '}
          <Link to="/protocols">protocol</Link>.
        </p>
      ) : (
        <p className="small">
          {nextOn === null
            ? 'No meal is due.'
            : `Make ${figures.grams(grams)} ${isDue ? 'today' : `on ${figures.day(nextOn)}`}: ${counted(batch.meals, 'meal')} for ${counted(batch.eaters, 'animal')}, until ${figures.day(batch.until)}.`}
        </p>
      )}
      <table className="plain-table small">
        <tbody>
          {batch.parts.map((part, i) => (
            <tr key={i}>
              <th scope="row">
                {part.what}
                {recipe.parts[i]!.turns.length > 0 && <span className="quiet"> this week</span>}
              </th>
              <td className="fig">
                {grams > 0 ? figures.grams(part.grams) : `${recipe.parts[i]!.parts} parts`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {batch.unweighed.length > 0 && (
        <p className="small warm">Not included, never weighed: {firstOf(batch.unweighed, MOST_NAMED)}.</p>
      )}
      <p className="small quiet">
        {recipe.lastMadeOn === null
          ? 'Not made yet.'
          : `Made ${figures.day(recipe.lastMadeOn)}. Use it by ${figures.day(recipe.goodTo!)}.`}{' '}
        {eatenBy.length > 0 &&
          `Eaten by ${firstOf(
            eatenBy.map((e) => e.tag),
            MOST_NAMED,
          )}`}
      </p>
      {may.write && (
        <Keys
          active={active}
          of={recipe.id}
          acts={[
            {
              ...{ key: 'M', says: 'made', main: isDue },
              act: () =>
                void write(
                  [
                    {
                      ...{ kind: 'food made', subject: { type: 'recipe', id: recipe.id } },
                      payload: grams > 0 ? { grams } : {},
                    },
                  ],
                  `${recipe.name} made`,
                ),
            },
          ]}
        />
      )}
      {may.decide && (
        <p className="small above-8">
          <button type="button" className="plain" aria-label={`change: ${recipe.name}`} onClick={onChange}>
            change
          </button>{' '}
          ·{' '}
          <button
            type="button"
            className="plain"
            aria-label={`remove: ${recipe.name}`}
            onClick={() => void sendAndSay(recipesApi.remove, { params: { id: recipe.id } })}
          >
            remove
          </button>
        </p>
      )}
    </article>
  )
}
const MOST_NAMED = 6
