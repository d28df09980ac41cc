import { daysBetween, type AssignProblem, type AssignPlan, type Course } from '@hatch-book/core'
import { Button, DatePicker } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { ReasonList, ReasonsSheet } from '../parts/Reasons'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import type { Mate, Scene } from './queries'
import type { SeasonBody } from './seasonProblem'
import { windowOf } from './seasonProblem'
import { useStartPairing } from './startPairing'

const REFUSED_TO_REST = 2
const SOON_DAYS = 10

/** What the plan asks for today and in the next days, what stands in its way, and her window set by hand. */
export function TodayInSeason({
  scene,
  problem,
  courses,
  held,
  onLetGo,
  left,
  mates,
  body,
  onChange,
  picked,
}: {
  scene: Scene
  problem: AssignProblem
  courses: readonly Course[]
  /** Courses moved or given by hand: solving again leaves them where they are. */
  held: readonly Course[]
  onLetGo(course: Course): void
  left: AssignPlan['left']
  mates: ReadonlyMap<string, Mate>
  body: SeasonBody
  onChange(body: SeasonBody): void
  picked: string | null
}) {
  const figures = useFigures()
  const may = useMay()
  const { start, asked } = useStartPairing()
  const { today } = scene
  const tag = (id: string) => mates.get(id)?.tag ?? '?'
  const soon = courses
    .flatMap((c) => c.visits.map((visit) => ({ ...c, visit })))
    .filter(({ visit }) => visit.to >= today && daysBetween(today, visit.from) <= SOON_DAYS)
    .sort((a, b) => (a.visit.from < b.visit.from ? -1 : 1))
  const offFood = problem.males.filter(
    (m) => !m.until && (mates.get(m.id)?.refusalsInARow ?? 0) >= REFUSED_TO_REST,
  )
  const restHim = (id: string) =>
    onChange({
      ...body,
      settings: {
        ...body.settings,
        males: body.settings.males.map((m) => (m.id === id ? { ...m, until: today } : m)),
      },
    })
  return (
    <div>
      {asked}
      <h2>Today</h2>
      <ul className="lines">
        {soon.map((c) => (
          <li key={`${c.female}${c.visit.from}`}>
            <strong className="tag">
              {tag(c.female)} and {tag(c.male)}
            </strong>
            : {c.visit.from <= today ? 'together' : 'together from'}{' '}
            {c.visit.from <= today ? `until ${figures.day(c.visit.to)}` : figures.day(c.visit.from)}
            {may.decide && !c.fixed && c.visit.from <= today && (
              <>
                {' '}
                <button
                  type="button"
                  className="plain"
                  onClick={() => void start(mates.get(c.female)!, mates.get(c.male)!)}
                >
                  pair them
                </button>
              </>
            )}
          </li>
        ))}
        {held.map((c) => (
          <li key={`held ${c.female}`}>
            <strong className="tag">
              {tag(c.female)} with {tag(c.male)}
            </strong>{' '}
            is held by hand.{' '}
            {may.decide && (
              <button type="button" className="plain" onClick={() => onLetGo(c)}>
                let go
              </button>
            )}
          </li>
        ))}
        {offFood.map((m) => (
          <li key={m.id}>
            <strong className="tag">{tag(m.id)}</strong> has refused {mates.get(m.id)!.refusalsInARow} meals.{' '}
            {may.decide && (
              <button type="button" className="plain" onClick={() => restHim(m.id)}>
                rest him from today
              </button>
            )}
          </li>
        ))}
        {left
          .filter((l) => !courses.some((c) => c.female === l.female))
          .map((l) => (
            <li key={l.female}>
              <strong className="tag">{tag(l.female)}</strong> <span className="quiet">{l.because}</span>
            </li>
          ))}
        {soon.length + held.length + offFood.length + left.length === 0 && (
          <li className="quiet">Nothing is due in these days.</li>
        )}
      </ul>
      {picked && mates.has(picked) && (
        <WindowByHand key={picked} mate={mates.get(picked)!} body={body} onChange={onChange} />
      )}
    </div>
  )
}

function WindowByHand({
  mate,
  body,
  onChange,
}: {
  mate: Mate
  body: SeasonBody
  onChange(body: SeasonBody): void
}) {
  const figures = useFigures()
  const may = useMay()
  const [why, setWhy] = useState(false)
  const window = windowOf(mate, body.settings)
  const byHand = mate.id in body.settings.windows
  const set = (span: { from: string; to: string } | null) => {
    const windows = { ...body.settings.windows }
    if (span) windows[mate.id] = span
    else delete windows[mate.id]
    onChange({ ...body, settings: { ...body.settings, windows } })
  }
  return (
    <article className="card small-card above-12" aria-label={`Window of ${mate.tag}`}>
      <div className="between">
        <strong>
          <span className="tag">{mate.tag}</span> receptive
        </strong>
        {window && (
          <Button size="small" onClick={() => setWhy(true)}>
            reasons
          </Button>
        )}
      </div>
      <p>
        {window ? (
          <>
            {figures.span(window)}
            <span className="small quiet">
              {' '}
              give or take {Math.max(1, Math.round(window.spreadDays * 1.645))} days
              {byHand && ', set by hand'}
            </span>
          </>
        ) : (
          <span className="warm">date unknown: not warmed this season</span>
        )}
      </p>
      {may.decide && (
        <div className="row">
          <DatePicker.RangePicker
            aria-label={`window of ${mate.tag}`}
            size="small"
            value={window ? [dayjs(window.from), dayjs(window.to)] : null}
            allowClear={false}
            onChange={(days) =>
              days?.[0] &&
              days[1] &&
              set({ from: days[0].format('YYYY-MM-DD'), to: days[1].format('YYYY-MM-DD') })
            }
          />
          {window && (
            <button
              type="button"
              className="plain small"
              onClick={() => set({ from: later(window.from, 14), to: later(window.to, 14) })}
            >
              two weeks late
            </button>
          )}
          {byHand && (
            <button type="button" className="plain small" onClick={() => set(null)}>
              as reckoned
            </button>
          )}
        </div>
      )}
      <ReasonsSheet title={`When ${mate.tag} is receptive`} open={why} onClose={() => setWhy(false)}>
        <ReasonList reasons={window?.reasons ?? []} />
      </ReasonsSheet>
    </article>
  )
}
const later = (day: string, days: number) => dayjs(day).add(days, 'day').format('YYYY-MM-DD')
