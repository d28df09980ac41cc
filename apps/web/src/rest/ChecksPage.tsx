import { PageHead } from '../parts/PageHead'
import { named } from '../parts/named'
import type { RestView } from '@hatch-book/contract'
import { useSearchParams } from 'react-router'
import { useFigures } from '../shell/figures'
import { CheckCard } from './CheckCard'
import { useRests } from './queries'
import { nextInWords, urgency } from './restWords'
import css from './rest.module.css'
import { NotYet } from '../parts/NotYet'

const asleep = (r: RestView) => r.course.state === 'resting' || r.course.state === 'cooling'
const due = (r: RestView, today: string) => r.course.next?.does === 'check' && r.course.next.on <= today

/** The shortest possible check, one sleeper after the other: those due first, tub by tub. */
export function ChecksPage() {
  const [params, setParams] = useSearchParams()
  const bookAsked = useRests(params.get('plan') ?? 'current')
  const { data: book } = bookAsked
  const figures = useFigures()
  if (!book) return <NotYet of={bookAsked} page />
  const sleepers = book.rests
    .filter(asleep)
    .sort(
      (a, b) =>
        Number(due(b, book.today)) - Number(due(a, book.today)) ||
        (a.unit?.name ?? '').localeCompare(b.unit?.name ?? '') ||
        a.tub.localeCompare(b.tub, 'en', { numeric: true }) ||
        urgency(a) - urgency(b) ||
        a.tag.localeCompare(b.tag, 'en', { numeric: true }),
    )
  const waiting = sleepers.filter((r) => due(r, book.today))
  const picked = named(sleepers, params.get('rest'), (r) => r.id, waiting[0] ?? sleepers[0])
  const go = (id: string | null) =>
    setParams(
      (old) => {
        const next = new URLSearchParams(old)
        if (id) next.set('rest', id)
        else next.delete('rest')
        return next
      },
      { replace: true },
    )
  const after = (rest: RestView) => {
    const rest_ = sleepers.filter((r) => r.id !== rest.id)
    return (rest_.find((r) => due(r, book.today)) ?? sleepers[sleepers.indexOf(rest) + 1])?.id ?? null
  }
  return (
    <section className="page" data-keys>
      <PageHead title={waiting.length > 0 ? `${waiting.length} checks due` : 'No check is due'} />
      {sleepers.length === 0 && <p className="empty">No animal is resting.</p>}
      <div className={`columns ${css.checks}`}>
        {!picked && sleepers.length > 0 && (
          <p className="empty">This animal is not resting now. Pick one from the list.</p>
        )}
        {picked && (
          <CheckCard
            key={picked.id}
            rest={picked}
            rules={book.rules[picked.rulesKey]!}
            onDone={() => go(after(picked))}
            onSkip={() => go(sleepers[(sleepers.indexOf(picked) + 1) % sleepers.length]!.id)}
          />
        )}
        <ul className="lines scrolls" aria-label="Asleep">
          {sleepers.map((r) => (
            <li key={r.id} className={`${r.id === picked?.id ? 'picked' : ''} inset`}>
              <button type="button" className="plain wide" onClick={() => go(r.id)}>
                <span className="between">
                  <span>
                    <span className="tag">{r.tag}</span>{' '}
                    <span className="quiet small">{[r.unit?.name, r.tub].filter(Boolean).join(' · ')}</span>
                  </span>
                  <span
                    className={`small ${r.course.wakeBecause.length > 0 ? 'bad' : due(r, book.today) ? 'warm' : 'quiet'}`}
                  >
                    {r.course.wakeBecause.length > 0 ? 'wake now' : nextInWords(r, figures)}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </section>
  )
}
