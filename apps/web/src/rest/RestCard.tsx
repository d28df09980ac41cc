import { counted } from '@hatch-book/core'
import type { RestBook, RestView } from '@hatch-book/contract'
import { Button } from 'antd'
import { Suspense, lazy, useState } from 'react'
import { Link } from 'react-router'
import { ReasonList, ReasonsSheet } from '../parts/Reasons'
import { withDays } from '../parts/sentence'
import { OverruleForm, WithdrawDecision } from '../parts/Overruling'
import { sentence } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { RestActs } from './RestActs'
import { RestPlace } from './RestPlace'
import { heldBecause, nextInWords, STATE_SAYS } from './restWords'
import { WakeNow } from './WakeNow'
import css from './rest.module.css'

const LossCurve = lazy(() => import('./LossCurve'))

/** One rest: where it stands, what comes next, its loss, what was seen, and the keys that settle it. */
export function RestCard({ rest, book, onClose }: { rest: RestView; book: RestBook; onClose(): void }) {
  const figures = useFigures()
  const [why, setWhy] = useState(false)
  const { course, loss } = rest
  const wake = course.wakeBecause.length > 0
  return (
    <article className={`card ${wake ? 'trouble' : 'now'}`} aria-label={`Rest of ${rest.tag}`}>
      <div className="top">
        {rest.animalId ? (
          <Link className="tag" to={`/animals/${rest.animalId}`}>
            {rest.tag}
          </Link>
        ) : (
          <span className="tag bigger">{rest.tag}</span>
        )}
        <span className="quiet">
          {rest.batch
            ? `${rest.batch.count - lostOf(rest)} of ${rest.batch.count} left`
            : rest.sex === 'unknown'
              ? ''
              : rest.sex}
        </span>
        <span className="place">{[rest.unit?.name, rest.tub].filter(Boolean).join(' · ')}</span>
      </div>
      <p>
        <strong className={wake || rest.held ? 'bad' : ''}>{STATE_SAYS[course.state]}</strong>
        {course.day && (
          <>
            ,{' '}
            <span className="fig">
              day {course.day.is} of {course.day.of}
            </span>
          </>
        )}
        {course.next && <span className="quiet">. {sentence(nextInWords(rest, figures))}.</span>}
      </p>
      {rest.held && <p className="note bad">Held back: {withDays(heldBecause(rest), figures.day)}</p>}
      {rest.overruled && <Overruled rest={rest} />}
      {wake && <WakeNow rest={rest} />}
      {!wake &&
        course.tub.map((work) => (
          <p key={work} className="note">
            {work}
          </p>
        ))}
      {loss && (
        <p className="small">
          <span className={loss.standing === 'well' ? 'good' : loss.standing === 'watch' ? 'warm' : 'bad'}>
            {loss.standing === 'well' ? '✓' : loss.standing === 'watch' ? '◐' : '✕'} lost{' '}
            <span className="fig">{(100 * loss.lost).toFixed(1)} %</span>
          </span>
          , <span className="fig">{(100 * loss.perWeek).toFixed(2)} %</span> a week
          {loss.atEnd !== null && course.day && (
            <>
              {' '}
              and <span className="fig">{(100 * loss.atEnd).toFixed(1)} %</span> by the end of the hold
            </>
          )}
          {loss.alarmOn &&
            loss.standing !== 'wake now' &&
            `; the alarm line is reached ${figures.span(loss.alarmOn)} if it goes on so`}
          {loss.others && (
            <>
              . Those that came through had lost{' '}
              <span className="fig">{(100 * loss.others.medianLost).toFixed(1)} %</span> by this day, at most{' '}
              <span className="fig">{(100 * loss.others.mostLost).toFixed(1)} %</span>
            </>
          )}
          .
        </p>
      )}
      {rest.startGrams && rest.weights.length > 0 && (
        <Suspense fallback={<div className="high-190" />}>
          <LossCurve rest={rest} book={book} />
        </Suspense>
      )}
      {rest.subject.wentInOn && <Seen rest={rest} />}
      {rest.subject.warmedOn &&
        course.state !== 'over' &&
        rest.sex === 'female' &&
        rest.wokenBecause === null &&
        rest.diedOn === null && (
          <p className="note">
            Introductions from {figures.day(rest.clock.edges.introductions)}.{' '}
            {rest.regained !== null && <>Back to {Math.round(100 * rest.regained)} % of her start weight. </>}
            <Link to="/pairing/season">When she is receptive</Link>
          </p>
        )}
      <RestActs rest={rest} rules={book.rules[rest.rulesKey]!} />
      <hr />
      <RestPlace rest={rest} />
      <p className="between small flush">
        <button type="button" className="plain" onClick={() => setWhy(true)}>
          reasons
        </button>
        <button type="button" className="plain" onClick={onClose}>
          close
        </button>
      </p>
      <ReasonsSheet title={`May ${rest.tag} rest?`} open={why} onClose={() => setWhy(false)}>
        <RestReasons rest={rest} />
      </ReasonsSheet>
    </article>
  )
}

export const lostOf = (rest: RestView) => rest.checks.reduce((sum, c) => sum + c.lost, 0)

function Seen({ rest }: { rest: RestView }) {
  const figures = useFigures()
  const found = rest.checks.filter((c) => c.signs.length > 0 || c.lost > 0).slice(-3)
  return (
    <p className="small quiet">
      {counted(rest.course.checksDone, 'check')}, disturbed on {counted(rest.disturbances, 'day')}
      {found.map(
        (c) =>
          ` · ${figures.day(c.on)}: ${[...c.signs, ...(c.lost > 0 ? [`${c.lost} lost`] : [])].join(', ')}`,
      )}
      {rest.bedding && `. Bedding: ${rest.bedding}`}
    </p>
  )
}

function Overruled({ rest }: { rest: RestView }) {
  const figures = useFigures()
  const o = rest.overruled!
  return (
    <p className="note">
      {o.verdict === 'may rest' ? 'Rests by decision' : 'Kept awake by decision'} of {o.by},{' '}
      {figures.day(o.on)}: {o.reason}{' '}
      {!rest.subject.wentInOn && <WithdrawDecision animalId={rest.animalId!} entryId={o.entryId} />}
    </p>
  )
}

function RestReasons({ rest }: { rest: RestView }) {
  const may = useMay()
  const { eligibility } = rest
  return (
    <>
      <p className="bigger">
        <strong className={rest.held ? 'bad' : 'good'}>{rest.held ? 'held back' : 'may rest'}</strong>
        {eligibility.verdict === 'held back' && !eligibility.overrulable && (
          <span className="quiet"> and no reason overrules it: this is what kills in the cold</span>
        )}
      </p>
      {eligibility.reasons.length > 0 ? (
        <ReasonList reasons={eligibility.reasons} />
      ) : (
        <p className="quiet">
          {rest.batch
            ? 'A batch has no gates of its own.'
            : 'It has gone in; its gates were judged that day.'}
        </p>
      )}
      {may.decide && rest.animalId && !rest.overruled && !rest.subject.wentInOn && (
        <OverruleForm
          animalId={rest.animalId}
          about="rest"
          verdicts={
            eligibility.verdict === 'may rest'
              ? ['held back']
              : eligibility.overrulable
                ? ['may rest', 'held back']
                : ['held back']
          }
          now={
            eligibility.verdict === 'held back' && !eligibility.overrulable ? 'may rest' : eligibility.verdict
          }
        />
      )}
      <Button type="link" href="/protocols" className={`above-12 ${css.bare}`}>
        where the figures are kept
      </Button>
    </>
  )
}
