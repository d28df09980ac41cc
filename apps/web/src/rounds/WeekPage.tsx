import { roundsApi } from '@hatch-book/contract'
import { addDays, counted, evenOut, type Evened, type WorkItem, kindsOf } from '@hatch-book/core'
import { Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'
import { workAhead } from './roundStore'
import css from './away.module.css'

const DAYS = 14
const WEEKS = 12
const SHOWN = 150

/** The work to come: a fortnight day by day, evened out within what its windows allow, and a season week by week. */
export function WeekPage() {
  const { today } = useSession()
  const [params, setParams] = useSearchParams()
  const view = params.get('view') === 'season' ? 'season' : 'fortnight'
  const { data: round, error } = useAsk(roundsApi.round, {
    query: { days: String(WEEKS * 7 - 1) },
  })
  const days = view === 'season' ? WEEKS * 7 : DAYS
  const items = useMemo(() => (round ? workAhead({ ...round, days: days - 1 }) : []), [round, days])
  return (
    <section className="page">
      <PageHead title="Coming up">
        <Segmented
          aria-label="How far ahead"
          value={view}
          onChange={(next) => setParams(next === 'season' ? { view: next } : {}, { replace: true })}
          options={[
            { value: 'fortnight', label: 'a fortnight' },
            { value: 'season', label: `${WEEKS} weeks` },
          ]}
        />
      </PageHead>
      {error && !round && <p className="note bad">{error.message}</p>}
      {round && round.items.length === 0 && (
        <p className="empty">Nothing falls due in the next {WEEKS} weeks.</p>
      )}
      {items.length > 0 &&
        (view === 'season' ? (
          <Season items={items} today={today} />
        ) : (
          <Fortnight items={items} today={today} />
        ))}
    </section>
  )
}

function Fortnight({ items, today }: { items: readonly WorkItem[]; today: string }) {
  const figures = useFigures()
  const evened = useMemo(() => evenOut(items, today, addDays(today, DAYS - 1)), [items, today])
  const [picked, setPicked] = useState(today)
  const day = evened.days.find((d) => d.day === picked) ?? evened.days[0]!
  return (
    <>
      <p className="lead">
        {evened.mostAfter < evened.mostBefore ? (
          <>
            With every task on its own day, the fullest day has {counted(evened.mostBefore, 'task')}. Moved
            within their windows it has <strong>{evened.mostAfter}</strong>, the fewest possible.
          </>
        ) : (
          <>The fullest day has {counted(evened.mostAfter, 'task')}, the fewest possible.</>
        )}
      </p>
      <Bars evened={evened} picked={day.day} onPick={setPicked} />
      <div className="columns wider-left above-16">
        <section aria-label={`Work on ${figures.day(day.day)}`}>
          <h2>
            {figures.day(day.day)}: {day.items.length === 0 ? 'nothing' : kindsOf(day.items)}
          </h2>
          <ul className={`lines small ${css.tall}`} tabIndex={0}>
            {day.items.slice(0, SHOWN).map((i) => (
              <li key={i.id} className="between" title={i.why}>
                <span>
                  <span className="tag">{i.subject.name}</span> {i.says}
                </span>
                <span className="quiet nowrap">
                  {i.earliest === i.latest
                    ? figures.day(i.due)
                    : figures.span({ from: i.earliest, to: i.latest })}
                </span>
              </li>
            ))}
          </ul>
          {day.items.length > SHOWN && <p className="small quiet">and {day.items.length - SHOWN} more</p>}
        </section>
        <section aria-label="Moved">
          <h2>Moved to even the days out ({evened.moved.length})</h2>
          <ul className={`lines small ${css.tall}`} tabIndex={0}>
            {evened.moved.slice(0, SHOWN).map(({ item, from, to }) => (
              <li key={item.id} className="between">
                <span>
                  <span className="tag">{item.subject.name}</span> {item.says}
                </span>
                <span className="quiet nowrap">
                  {figures.day(from)} → {figures.day(to)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  )
}

/** Each day's load as it is evened out, and as it would be with each on its own day. */
function Bars({ evened, picked, onPick }: { evened: Evened; picked: string; onPick(day: string): void }) {
  const figures = useFigures()
  const moved = new Map(evened.moved.map((m) => [m.item, m.from]))
  const own = new Map<string, number>()
  for (const { items, day } of evened.days)
    for (const item of items) {
      const on = moved.get(item) ?? day
      own.set(on, (own.get(on) ?? 0) + 1)
    }
  const most = Math.max(1, evened.mostBefore)
  return (
    <>
      <div className={css.dayBars} role="group" aria-label="Days">
        {evened.days.map(({ day, items }) => {
          const before = own.get(day) ?? 0
          return (
            <button key={day} type="button" aria-pressed={day === picked} onClick={() => onPick(day)}>
              <span className={css.tower} aria-hidden>
                <i className={css.before} style={{ height: `${(100 * before) / most}%` }} />
                <i className={css.after} style={{ height: `${(100 * items.length) / most}%` }} />
              </span>
              <strong className="fig">{items.length}</strong>
              <span className="unseen"> to do, {before} on their own day, </span>
              <span className="small">{figures.day(day)}</span>
            </button>
          )
        })}
      </div>
      <p className="small quiet">
        Filled: as it is spread. Dashed: each on its own day. Press a day to see its work.
      </p>
    </>
  )
}

/** Week by week, each piece of work in the week of its day. */
function Season({ items, today }: { items: readonly WorkItem[]; today: string }) {
  const figures = useFigures()
  const weeks = Array.from({ length: WEEKS }, (_, w) => {
    const from = addDays(today, w * 7)
    const to = addDays(from, 6)
    // What is late is done in the first week.
    return { from, to, items: items.filter((i) => i.due <= to && (w === 0 || i.due >= from)) }
  })
  const most = Math.max(1, ...weeks.map((w) => w.items.length))
  return (
    <table className="plain-table two-lines">
      <thead>
        <tr>
          <th>Week</th>
          <th className="right">Tasks</th>
          <th className={css.load}>Load</th>
          <th>What they are</th>
        </tr>
      </thead>
      <tbody>
        {weeks.map((w) => (
          <tr key={w.from}>
            <td className="nowrap">{figures.span({ from: w.from, to: w.to })}</td>
            <td className="right fig last">{w.items.length}</td>
            <td className="whole">
              <div className="bar">
                <i style={{ width: `${(100 * w.items.length) / most}%` }} />
              </div>
            </td>
            <td className="small whole">{kindsOf(w.items)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
