import type { RestBook } from '@hatch-book/contract'
import { Button, Select } from 'antd'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'
import { PlanTools } from './PlanTools'
import { useRests, useUnits, useWeather } from './queries'
import { RestCard } from './RestCard'
import { RestTimeline, TimelineLegend } from './RestTimeline'
import { UnitCard } from './UnitCard'
import { nextInWords, urgency } from './restWords'
import { WeatherCard } from './WeatherCard'
import { NotYet } from '../parts/NotYet'

const ANCHOR_SAYS = {
  pairing: 'Rest for pairing on',
  'first signs': 'Rest from the first signs on',
  'cooling begins': 'Rest that begins on',
} as const

/** The season's rests: everybody's clock, the units they sleep in, the weather outside. */
export function RestPage() {
  const [params, setParams] = useSearchParams()
  const planId = params.get('plan')
  const bookAsked = useRests(planId)
  const { data: book } = bookAsked
  // Who needs somebody is told whichever plan is looked at.
  const { data: everybody } = useRests('current')
  const { line, fits } = useLineFilter()
  const figures = useFigures()
  const may = useMay()
  const navigate = useNavigate()
  if (!book) return <NotYet of={bookAsked} page />
  const shown: RestBook = { ...book, rests: book.rests.filter(fits) }
  const picked = [...shown.rests, ...(everybody?.rests ?? [])].find((r) => r.id === params.get('rest'))
  const pick = (id: string | null) =>
    setParams(
      (old) => {
        const next = new URLSearchParams(old)
        if (id) next.set('rest', id)
        else next.delete('rest')
        return next
      },
      { replace: true },
    )
  return (
    <section className="page">
      <PageHead
        title={
          <>
            {book.plan
              ? `${ANCHOR_SAYS[book.plan.anchor.kind]} ${figures.day(book.plan.anchor.day)}`
              : 'Rest'}
            {line && <span className="quiet"> of {line}</span>}
          </>
        }
      >
        {book.plans.length > 1 && (
          <Select
            aria-label="Plan"
            value={book.plan?.id}
            options={book.plans.map((p) => ({ value: p.id, label: p.name }))}
            onChange={(id: string) => void navigate(`/rest?plan=${id}`)}
          />
        )}
        {may.decide && (
          <Button type="primary" onClick={() => void navigate('/rest/new')}>
            Plan a rest
          </Button>
        )}
      </PageHead>
      {!book.plan && (
        <p className="empty">
          No rest is planned yet. Choose who will rest and when they should pair: each gets its own clock, and
          whoever is not fit for it is named with the reason.{' '}
          {may.decide && <Link to="/rest/new">Plan a rest</Link>}
        </p>
      )}
      <div className="columns with-side">
        <div>
          {book.plan && (
            <>
              <p className="quiet flush below-4">{countsInWords(shown)}</p>
              <TimelineLegend />
              <RestTimeline book={shown} picked={picked?.id ?? null} onPick={pick} editable={may.decide} />
              {may.decide && <PlanTools book={book} />}
            </>
          )}
        </div>
        <div className="in-rows gap-12">
          {picked ? (
            <RestCard
              key={picked.id}
              rest={picked}
              book={picked.planId === book.plan?.id ? book : (everybody ?? book)}
              onClose={() => pick(null)}
            />
          ) : (
            <Around rests={(everybody ?? book).rests} onPick={pick} />
          )}
        </div>
      </div>
    </section>
  )
}

/** Who needs somebody now, the most urgent first. */
function Attention({ rests, onPick }: { rests: RestBook['rests']; onPick(id: string): void }) {
  const figures = useFigures()
  const wanting = rests.filter((r) => urgency(r) < 3).sort((a, b) => urgency(a) - urgency(b))
  if (wanting.length === 0) return null
  return (
    <article className={`card ${urgency(wanting[0]!) === 0 ? 'trouble' : 'now'}`} aria-label="Needs somebody">
      <h3>Needs somebody</h3>
      <ul className="lines">
        {wanting.slice(0, 7).map((r) => (
          <li key={r.id}>
            <button type="button" className="plain wide" onClick={() => onPick(r.id)}>
              <span>
                <span className="tag">{r.tag}</span>{' '}
                {r.course.wakeBecause.length > 0 ? (
                  <strong className="bad">wake now: {r.course.wakeBecause.join('; ')}</strong>
                ) : (
                  (r.course.tub[0] ??
                  (r.loss?.standing === 'watch'
                    ? `lost ${(100 * r.loss.lost).toFixed(1)} %, look again soon`
                    : nextInWords(r, figures)))
                )}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {wanting.length > 7 && <p className="small quiet">and {wanting.length - 7} more</p>}
    </article>
  )
}

/** The units and the weather, when nobody is picked. */
function Around({ rests, onPick }: { rests: RestBook['rests']; onPick(id: string): void }) {
  const { data: units } = useUnits()
  const { data: weather } = useWeather()
  return (
    <>
      <Attention rests={rests} onPick={onPick} />
      {(units ?? []).map((u) => (
        <UnitCard key={u.id} unit={u} />
      ))}
      {(weather?.rules ?? []).map((r) => (
        <WeatherCard key={r.id} rule={r} />
      ))}
      {units?.length === 0 && (
        <p className="empty">
          No cold unit is in the book. <Link to="/rest/units">Add one and test it empty</Link> before an
          animal goes in.
        </p>
      )}
    </>
  )
}

function countsInWords({ rests }: RestBook): string {
  const count = (of: (r: RestBook['rests'][number]) => boolean) => rests.filter(of).length
  const parts: [number, string][] = [
    [count((r) => r.course.wakeBecause.length > 0), 'to wake now'],
    [count((r) => ['cooling', 'resting'].includes(r.course.state)), 'resting'],
    [count((r) => ['planned', 'fasting'].includes(r.course.state)), 'still to go in'],
    [count((r) => ['warming', 'awake', 'over'].includes(r.course.state)), 'awake again'],
    [count((r) => ['woken early', 'died'].includes(r.course.state)), 'did not come through'],
    [count((r) => r.held), 'held back'],
  ]
  return `${rests.length} chosen: ${parts
    .filter(([n]) => n > 0)
    .map(([n, says]) => `${n} ${says}`)
    .join(', ')}`
}
