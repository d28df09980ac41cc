import { pairingApi, type SeasonPlanView } from '@hatch-book/contract'
import {
  addDays,
  courseFrom,
  judgePlan,
  planGreedily,
  type AssignProblem,
  type Course,
} from '@hatch-book/core'
import { Button } from 'antd'
import { useMemo, useState } from 'react'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { type RefusedError, send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useLongTask } from '../shell/worker'
import { ChancesTable } from './ChancesTable'
import { CrossCard } from './CrossCard'
import type { Scene } from './queries'
import { pedigreeOfScene, reckonCross } from './reckon'
import type { SolvedSeason } from './season.worker'
import { SeasonSettingsForm } from './SeasonSettingsForm'
import { SEASON_PIECES, pieceName, pieceInWords } from './seasonPieces'
import { SeasonSheet } from './SeasonSheet'
import { begunCourses, problemOf } from './seasonProblem'
import { bodyOf, LossWords, plainCourse, sameCourses, togetherGain, whatChanges } from './seasonWords'
import { TodayInSeason } from './TodayInSeason'
import { percent } from './words'
import { useNotices } from '../shell/notices'

const createWorker = () => new Worker(new URL('./season.worker.ts', import.meta.url), { type: 'module' })

/** A plan on its sheet: solved, moved by hand, judged as it stands. */
export function SeasonPlan({ scene, plan }: { scene: Scene; plan: SeasonPlanView }) {
  const writing = useWriting({ version: plan.version, writing: bodyOf(plan) }, SEASON_PIECES)
  const { draft: body, set: setBody, merge } = writing
  const [asked, setAsked] = useState<{ problem: AssignProblem; of: string } | null>(null)
  const [picked, setPicked] = useState<string | null>(null)
  const [setting, setSetting] = useState(false)
  const may = useMay()
  const notification = useNotices()
  const figures = useFigures()
  const pedigree = useMemo(() => pedigreeOfScene(scene), [scene])
  const problem = useMemo(() => problemOf(scene, pedigree, body), [scene, pedigree, body])
  const mates = useMemo(() => new Map(scene.mates.map((m) => [m.id, m])), [scene])
  const { progress, result, error } = useLongTask<AssignProblem, SolvedSeason>(
    createWorker,
    asked?.problem ?? null,
  )
  const greedy = useMemo(() => planGreedily(problem), [problem])
  const begun = useMemo(() => begunCourses(scene, body), [scene, body])
  // What the plan says, but where somebody has begun: that is what it is.
  const courses = useMemo<Course[]>(
    () => [...begun, ...body.courses.filter((c) => !begun.some((b) => b.female === c.female))],
    [begun, body],
  )
  const solved = asked?.problem === problem ? result : null
  const left = (solved?.plan ?? greedy).left
  // The best of the same season with nothing held by hand: what a move is measured against.
  const season = JSON.stringify([scene.today, begun, body.from, body.to, body.settings])
  const free = useMemo(
    () => planGreedily(problemOf(scene, pedigree, { ...body, courses: [] })).value,
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the season's name says what it depends on
    [season, scene, pedigree],
  )
  const best = Math.max(free, asked?.of === season && result ? result.plan.value : 0)
  const begunSet = useMemo(() => new Set(begun), [begun])
  const judged = useMemo(() => {
    const all = judgePlan(problem, courses, best)
    // What has begun is past planning: the pairing's own page watches it.
    const past = new Set(begun.map((c) => c.female))
    return { ...all, conflicts: all.conflicts.filter((c) => !past.has(c.female)) }
  }, [problem, courses, best, begun])
  const changed = JSON.stringify(bodyOf(body)) !== JSON.stringify(bodyOf(plan))
  const take = (next: readonly Course[]) =>
    setBody({
      ...body,
      courses: next.filter((c) => !begun.some((b) => b.female === c.female)).map(plainCourse),
    })
  const move = (course: Course, days: number) =>
    take(
      courses.map((c) =>
        c === course
          ? {
              ...c,
              fixed: true,
              visits: c.visits.map((v) => ({ from: addDays(v.from, days), to: addDays(v.to, days) })),
            }
          : c,
      ),
    )
  const give = (female: string, male: string) => {
    const own = courses.find((c) => c.female === female)
    if (begunSet.has(own!)) return
    const window = problem.females.find((f) => f.id === female)?.window
    const visits = own?.visits ?? courseFrom(problem, window ? window.peak : scene.today)
    setPicked(female)
    take([...courses.filter((c) => c !== own), { female, male, visits, fixed: true }])
  }
  const letGo = (course: Course) =>
    take(courses.map((c) => (c === course ? { female: c.female, male: c.male, visits: c.visits } : c)))
  const save = async () => {
    try {
      await send(pairingApi.changePlan, {
        params: { id: plan.id },
        body: { version: writing.version, ...bodyOf(body) },
      })
      writing.kept(writing.version + 1)
      notification.success({ title: 'The plan is saved', key: 'season', duration: 3 })
    } catch (refused) {
      notification.error({ title: 'Not saved', description: (refused as RefusedError).message })
    }
  }
  const tagOf = (id: string) => mates.get(id)?.tag ?? '?'
  const course = courses.find((c) => c.female === picked)
  const pair = course && mates.get(course.female) && mates.get(course.male) ? course : undefined
  const together = useMemo(() => togetherGain(problem, best), [problem, best])
  const expected = judged.courses.reduce((sum, c) => sum + c.chance, 0)
  return (
    <>
      <div className="between at-middle below-8 wraps">
        <span>
          <strong className="fig">{expected.toFixed(1)}</strong> of {problem.females.length} females expected
          to be mated
          {courses.length > 0 && <LossWords loss={judged.loss} best={best} />}
        </span>
        <span className="row">
          {progress !== null && (
            <span className="quiet small" role="status">
              looking for the best plan …
            </span>
          )}
          {may.decide && (
            <>
              <Button onClick={() => setSetting(!setting)}>
                {setting ? 'Hide the settings' : 'Settings'}
              </Button>
              <Button
                type="primary"
                disabled={progress !== null}
                onClick={() => setAsked({ problem, of: season })}
              >
                {begun.length > 0 ? 'Solve again from today' : 'Find the best plan'}
              </Button>
              {changed && (
                <Button type="primary" disabled={merge !== null} onClick={() => void save()}>
                  Save plan
                </Button>
              )}
            </>
          )}
        </span>
      </div>
      <SideBySide
        writing={writing}
        nameOf={(piece) => pieceName(piece, tagOf)}
        show={(piece, value) => pieceInWords(piece, value, tagOf, figures.day)}
      />
      {error && (
        <p className="note bad" role="alert">
          The solver failed: {error}. The plan at once stands below.
        </p>
      )}
      {setting && <SeasonSettingsForm scene={scene} body={body} onChange={setBody} />}
      {solved && (
        <p className="note" role="status">
          {solved.plan.gap !== null && solved.plan.gap < 0.0025
            ? `Best of all plans, proved in ${solved.seconds.toFixed(1)} s`
            : `At most ${percent(solved.plan.gap ?? 1)} from the best, after ${solved.seconds.toFixed(1)} s`}
          : {solved.plan.courses.length} of {problem.females.length} females served
          {whatChanges(courses, solved.plan.courses, mates) &&
            `; ${whatChanges(courses, solved.plan.courses, mates)}`}
          .{' '}
          {!sameCourses(courses, solved.plan.courses) && (
            <button type="button" className="plain" onClick={() => take(solved.plan.courses)}>
              Use this plan
            </button>
          )}
        </p>
      )}
      {!solved && courses.length === begun.length && greedy.courses.length > begun.length && (
        <p className="note">
          A first plan at once serves {greedy.courses.length} females.{' '}
          <button type="button" className="plain" onClick={() => take(greedy.courses)}>
            Use this plan
          </button>{' '}
          or look for the best.
        </p>
      )}
      {together && (
        <p className="note">
          Males are few: introducing {together.most} females at a time would serve {together.more} more.{' '}
          <button
            type="button"
            className="plain"
            onClick={() => setBody({ ...body, settings: { ...body.settings, togetherMost: together.most } })}
          >
            Plan it so
          </button>{' '}
          if the species lets you.
        </p>
      )}
      {problem.females.length === 0 ? (
        <p className="empty">This plan is empty: choose females and males under ‘Settings’.</p>
      ) : (
        <SeasonSheet
          problem={problem}
          courses={courses}
          span={body}
          today={scene.today}
          mates={mates}
          conflicts={judged.conflicts}
          picked={picked}
          onPick={setPicked}
          onMove={move}
          begun={begunSet}
          editable={may.decide}
        />
      )}
      {judged.conflicts.map((c, i) => (
        <p
          key={i}
          className={`note ${c.weight === 'stop' ? 'bad' : ''}`}
          role={c.weight === 'stop' ? 'alert' : undefined}
        >
          <span className="tag">
            {mates.get(c.female)?.tag} × {mates.get(c.male)?.tag}
          </span>{' '}
          {c.says.replace(/\d{4}-\d{2}-\d{2}/g, figures.day)}
        </p>
      ))}
      <div className="columns thirds above-16">
        <ChancesTable
          scene={scene}
          pedigree={pedigree}
          body={body}
          problem={problem}
          picked={picked}
          onPick={setPicked}
          onGive={may.decide ? give : null}
        />
        {pair ? (
          <CrossCard
            cross={reckonCross(
              scene,
              pedigree,
              mates.get(pair.female)!,
              mates.get(pair.male)!,
              body.settings.wanted,
            )}
            scene={scene}
            wish={body.settings.wanted}
          />
        ) : (
          <p className="quiet">Pick a female to see what her cross would throw.</p>
        )}
        <TodayInSeason
          scene={scene}
          problem={problem}
          courses={courses}
          held={courses.filter((c) => c.fixed && !begunSet.has(c))}
          onLetGo={letGo}
          left={left}
          mates={mates}
          body={body}
          onChange={setBody}
          picked={picked}
        />
      </div>
    </>
  )
}
