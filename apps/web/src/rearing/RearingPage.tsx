import type { LadderAnimal } from '@hatch-book/contract'
import { useNavigate, useParams } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { Strokes } from '../parts/Strokes'
import { useTitle } from '../shell/frame/useTitle'
import { useFigures } from '../shell/figures'
import { useLadder, useLineFilter } from '../shell/queries'
import { YoungSheet } from './YoungSheet'
import css from './rearing.module.css'
import { NotYet } from '../parts/NotYet'

const RISE = 18
const MOST_SHOWN = 60

/** The ladder of the young: a step per stage, its gate in words, and whom to look at first. */
export function RearingPage() {
  const { id } = useParams()
  const asked = useLadder()
  const { data } = asked
  const { line, fits } = useLineFilter()
  const navigate = useNavigate()
  useTitle(id && data?.steps.flatMap((s) => s.animals).find((a) => a.animal.id === id)?.animal.tag)
  if (!data) return <NotYet of={asked} page />
  const steps = data.steps.map((s) => ({ ...s, animals: s.animals.filter((a) => fits(a.animal)) }))
  const count = steps.reduce((sum, s) => sum + s.animals.length, 0)
  const all = data.steps.flatMap((s) => s.animals)
  const search = line ? `?line=${encodeURIComponent(line)}` : ''
  return (
    <section className="page">
      <PageHead
        title={
          <>
            The ladder: {count} young{line && <span className="quiet"> of {line}</span>}
          </>
        }
      >
        <span className="small quiet">each stroke is a meal taken in a row; a refusal starts again</span>
      </PageHead>
      {count === 0 && (
        <p className="empty">
          No young animal is being raised. They come here when their eggs hatch, or from a list.
        </p>
      )}
      {count > 0 && (
        <div
          className="columns gap-12"
          style={{ gridTemplateColumns: `repeat(${steps.length}, minmax(0, 1fr))` }}
        >
          {steps.map((step, i) => (
            <section
              key={step.stage}
              aria-label={step.stage}
              style={{ paddingTop: (steps.length - 1 - i) * RISE }}
            >
              <div className="underlined">
                <strong className="bigger">{step.stage}</strong>{' '}
                <span className="fig quiet">{step.animals.length}</span>
                <div className={`small quiet ${css.twoLines}`}>{step.says ? `gate: ${step.says}` : ''}</div>
              </div>
              <div className="in-rows gap-8">
                {step.animals.slice(0, MOST_SHOWN).map((a) => (
                  <YoungCard
                    key={a.animal.id}
                    young={a}
                    onOpen={() => void navigate(`/rearing/${a.animal.id}${search}`)}
                  />
                ))}
                {step.animals.length > MOST_SHOWN && (
                  <p className="quiet small">
                    and {step.animals.length - MOST_SHOWN} more; pick a line on the ribbon
                  </p>
                )}
              </div>
            </section>
          ))}
        </div>
      )}
      <YoungSheet
        young={all.find((a) => a.animal.id === id) ?? null}
        id={id}
        onClose={() => void navigate(`/rearing${search}`)}
      />
    </section>
  )
}

function YoungCard({
  young: { animal, gate, leaving, flag, group },
  onOpen,
}: {
  young: LadderAnimal
  onOpen(): void
}) {
  const figures = useFigures()
  return (
    <button
      type="button"
      className={`card small-card ${flag ? 'trouble' : leaving.granted ? 'now' : ''} ${css.rung}`}
      onClick={onOpen}
    >
      <span className="between">
        <span className="tag bigger">{animal.tag}</span>
        <span className="fig quiet">
          {animal.grams !== null
            ? figures.grams(animal.grams)
            : animal.ageDays
              ? `day ${animal.ageDays.least}`
              : ''}
        </span>
      </span>
      <span className="between small">
        <span>
          {animal.mealsInARow > 0 ? (
            <Strokes count={animal.mealsInARow} />
          ) : (
            <span className="quiet">{animal.place?.name.split(' · ').at(-1)}</span>
          )}
        </span>
        <span className={flag ? 'bad' : leaving.granted ? 'warm' : 'quiet'}>
          {group?.partBy ? `part by ${figures.day(group.partBy)}` : null}
          {group?.partBy && flag ? ', ' : null}
          {group?.partBy && !flag
            ? null
            : (flag ??
              (animal.presence === 'listed'
                ? 'listed'
                : leaving.granted
                  ? 'may leave'
                  : gate.expected
                    ? figures.span(gate.expected)
                    : ''))}
        </span>
      </span>
    </button>
  )
}
