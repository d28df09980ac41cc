import type { ClutchPage } from '@hatch-book/contract'
import {
  counted,
  lateAdvice,
  litterInWords,
  OPEN_BELOW,
  type LateAdvice,
  type ShareInterval,
} from '@hatch-book/core'
import { Button, Select } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { withDays } from '../parts/sentence'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { usePlaces } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { boxesOf } from './boxes'
import { RecountLitter } from './RecountLitter'
import { forecastInWords, percent, sexesInWords } from './words'
import { WhatIf } from './WhatIf'

const ADVICE: Record<LateAdvice, string> = {
  wait: 'Patience: leave them shut.',
  candle: 'Candle for a heartbeat; nothing is lost by waiting.',
  'open one':
    'Candle once more; if nothing moves, open one, the worst-looking first. One that lives but cannot go on is for a vet.',
}

/** Where a clutch stands: when it hatches, what was learned, its sexes, what if; whose it is and how it fares. */
export function ClutchSummary({ page, onWhy }: { page: ClutchPage; onWhy(): void }) {
  const { clutch, rules, sexes, climate } = page
  const figures = useFigures()
  const f = clutch.forecast
  const waits = clutch.waiting > 0
  return (
    <article className={`card ${waits ? 'now' : ''} below-16`}>
      <div className="top">
        <span className="tag">{clutch.name}</span>
        <span className="place small">
          {clutch.incubator && clutch.box
            ? `${clutch.incubator.name} · ${clutch.box.name}`
            : (clutch.box?.name ?? '')}
        </span>
      </div>
      {waits && f ? (
        <>
          <h3 data-testid="hatch-window">{forecastInWords(f, figures)}</h3>
          <p>
            The middle half {figures.span(f.halfDays)}. Development{' '}
            <strong className="fig">{Math.min(100, Math.round(f.developed * 100))} %</strong>.{' '}
            <Button size="small" onClick={onWhy}>
              reasons
            </Button>
          </p>
          {climate && climate.ahead.follows !== 'set point' && (
            <p className="note warm" data-testid="ahead-follows">
              {sayAhead(climate.ahead, figures)}
            </p>
          )}
          {rules && <Learned rules={rules} />}
          <Late page={page} />
        </>
      ) : waits && clutch.fault ? (
        <p className="note bad" role="alert">
          No forecast for these eggs: {clutch.fault}.
        </p>
      ) : waits ? (
        <p className="bad">
          At{' '}
          {climate && climate.ahead.follows !== 'set point'
            ? `the ${figures.celsius(climate.ahead.logC)} of the last days`
            : 'this set point'}{' '}
          eggs do not develop, so there is no hatch window.
        </p>
      ) : (
        <h3>{clutch.kind === 'litter' ? 'Born' : 'Every egg has its end'}</h3>
      )}
      {sexes && (
        <>
          <hr />
          <div className="between">
            <strong>Sex by temperature</strong>
            <span className="fig small">{figures.celsius(sexes.weightedC, 2)}</span>
          </div>
          <div>{sexesInWords(sexes.maleShare)}</div>
          <div className="small quiet">
            decided {figures.span({ from: sexes.from, to: sexes.to })}, {percent(sexes.seen)} of it seen by
            the probe
            {sexes.evenC !== null && <>; as many of each at {figures.celsius(sexes.evenC)}</>}
            {sexes.females + sexes.males > 0 && (
              <>
                ; came out: <span className="fig">{sexes.females}</span> female,{' '}
                <span className="fig">{sexes.males}</span> male
              </>
            )}
          </div>
        </>
      )}
      {waits && f && <WhatIf key={clutch.id} page={page} />}
      <hr />
      <div>
        <Link className="tag" to={`/animals/${clutch.dam.id}`}>
          {clutch.dam.tag}
        </Link>
        {' × '}
        {clutch.sire ? (
          <Link className="tag" to={`/animals/${clutch.sire.id}`}>
            {clutch.sire.tag}
          </Link>
        ) : (
          'sire not known'
        )}
        , {clutch.species}, {clutch.kind === 'litter' ? 'born' : 'found'} {figures.day(clutch.foundOn)}
      </div>
      {clutch.method && <div className="small quiet">{clutch.method}</div>}
      {clutch.kind === 'litter' && <Litter page={page} />}
      {clutch.counted && clutch.kind !== 'litter' && (
        <div className="small quiet">
          {clutch.counted.count} in all
          {clutch.counted.low < clutch.counted.high &&
            `, between ${clutch.counted.low} and ${clutch.counted.high}: ${clutch.counted.how}`}
        </div>
      )}
      <Fathers page={page} />
      <div className="small above-8">
        <Rate says="fertile" rate={clutch.fertility} />
        <Rate says="of the fertile hatched" rate={clutch.hatchRate} />
      </div>
      {waits && <Move page={page} />}
      <div className="small above-8">
        <Link to={`/incubation/labels?clutch=${clutch.id}`}>label</Link>
      </div>
    </article>
  )
}

/** What was born, and the way to count it again. */
function Litter({ page }: { page: ClutchPage }) {
  const may = useMay()
  const [again, setAgain] = useState(false)
  return (
    <div>
      {page.litter ? litterInWords(page.litter) : `${page.clutch.counted?.count ?? page.young.length} in all`}
      {may.decide && (
        <>
          {' · '}
          <button type="button" className="plain small" onClick={() => setAgain(true)}>
            count again
          </button>
        </>
      )}
      {again && <RecountLitter page={page} onDone={() => setAgain(false)} />}
    </div>
  )
}

/** 'Learned from 14 clutches: 2 days slower than the protocol.' */
function Learned({ rules }: { rules: NonNullable<ClutchPage['rules']> }) {
  const { clutches, ofLine, moved } = rules.learned
  if (clutches === 0)
    return <p className="small quiet">By the protocol’s figures: none has hatched here yet.</p>
  const size = Math.abs(moved * 100)
  return (
    <p className="small quiet">
      Learned from {counted(clutches, 'earlier clutch', 'earlier clutches')}
      {ofLine > 0 && ofLine < clutches && `, ${ofLine} of this line`}:{' '}
      {size < 0.5
        ? 'as the protocol has it'
        : `${size.toFixed(1)} % ${moved > 0 ? 'slower' : 'quicker'} than the protocol`}
      .
    </p>
  )
}

/** An egg that is late: patience, or open one, with the chance that it still lives. */
function Late({ page: { clutch, patience } }: { page: ClutchPage }) {
  const figures = useFigures()
  const { today } = useSession()
  const f = clutch.forecast
  if (!f || patience.length === 0 || today < f.windowDays.from) return null
  const gone = patience.find((p) => p.alive < OPEN_BELOW)
  const hatched = clutch.eggs.some((e) => e.fate === 'hatched')
  if (f.alive > 0.8 && !hatched) return null
  return (
    <p className={`note ${f.alive < OPEN_BELOW ? 'bad' : ''}`} aria-label="Late eggs">
      An egg that has not hatched is still alive with a chance of{' '}
      <strong className="fig">{percent(f.alive)}</strong>. {ADVICE[lateAdvice(f.alive)]}{' '}
      {gone && f.alive > OPEN_BELOW && (
        <>
          If nothing hatches, it falls below {percent(OPEN_BELOW)} on {figures.day(gone.day)}.
        </>
      )}
    </p>
  )
}

function Rate({ says, rate }: { says: string; rate: ShareInterval | null }) {
  if (!rate) return null
  return (
    <div title="Wilson interval, 95 per cent">
      <span className="fig">
        {rate.successes}/{rate.trials}
      </span>{' '}
      {says}: <span className="fig">{Math.round(rate.share * 100)} %</span>{' '}
      <span className="quiet">
        ({Math.round(rate.low * 100)} to {Math.round(rate.high * 100)} % at 95 % confidence)
      </span>
    </div>
  )
}

/** Who may have fathered it: one line when that is clear, all with their chances when it is not. */
function Fathers({ page: { fathers } }: { page: ClutchPage }) {
  const figures = useFigures()
  const [first] = fathers
  if (!first || (first.id !== null && first.chance > 0.98)) return null
  return (
    <div className="small above-8" aria-label="Possible fathers">
      <strong>Possible fathers</strong>
      {fathers.map((f) => (
        <div key={f.id ?? 'none'} className="between">
          <span>
            {f.id ? (
              <Link className="tag" to={`/animals/${f.id}`}>
                {f.tag}
              </Link>
            ) : (
              'none of these'
            )}{' '}
            <span className="quiet">{withDays(f.because, figures.day)}</span>
          </span>
          <span className="fig nowrap">{Math.round(f.chance * 100)} %</span>
        </div>
      ))}
    </div>
  )
}

/** Carrying the box to another incubator, or the eggs into another box: from then on they have its temperature. */
function Move({ page: { clutch } }: { page: ClutchPage }) {
  const may = useMay()
  const { write } = useLog()
  const { data: places } = usePlaces()
  if (!may.write || !places) return null
  const boxes = boxesOf(places, new Set()).filter((b) => b.value !== clutch.box?.id)
  if (boxes.length === 0) return null
  return (
    <div className="above-8">
      <Select
        aria-label="Move the eggs to"
        size="small"
        placeholder="move the eggs to …"
        showSearch={{ optionFilterProp: 'label' }}
        value={null}
        className="w-full"
        options={boxes}
        onChange={(boxId: string) =>
          void write(
            [{ kind: 'clutch moved', subject: { type: 'clutch', id: clutch.id }, payload: { boxId } }],
            `${clutch.name} stands in ${boxes.find((b) => b.value === boxId)!.label}`,
          )
        }
      />
    </div>
  )
}

/** Where the log does not keep to the set point, the forecast goes by the log, and says so. */
function sayAhead(
  { follows, logC, setC }: NonNullable<ClutchPage['climate']>['ahead'],
  figures: ReturnType<typeof useFigures>,
): string {
  const off = `${figures.degrees(Math.abs(logC! - setC!))} ${logC! < setC! ? 'below' : 'above'} the set point`
  const ahead =
    follows === 'log' ? 'assumes it stays there' : 'assumes it changes from here as it did last year'
  return `The log has averaged ${figures.celsius(logC)} over the last days, ${off}. The forecast ${ahead}. Check the heater and the probe.`
}
