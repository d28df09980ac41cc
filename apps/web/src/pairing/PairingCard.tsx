import { stopInWords, counted } from '@hatch-book/core'
import type { PairingView, PlainKind } from '@hatch-book/contract'
import { Button, DatePicker, InputNumber } from 'antd'
import type { Dayjs } from 'dayjs'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { AskWhy } from '../parts/AskWhy'
import { EntryList } from '../parts/Entries'
import { Keys } from '../parts/Keys'
import { ReasonList, ReasonsSheet } from '../parts/Reasons'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'
import { MatedWords } from './MatedWords'
import { percent } from './words'
import { sentence } from '../parts/sentence'
import { fromWallClock, toWallClock } from '../shell/wallClock'

/** One pairing: what is next, the keys for what was seen, the dates that follow. */
export function PairingCard({ pairing: p }: { pairing: PairingView }) {
  const figures = useFigures()
  const may = useMay()
  const navigate = useNavigate()
  const [why, setWhy] = useState(false)
  const [withdrawing, setWithdrawing] = useState(false)
  const { write, strike } = useLog()
  const open = p.state !== 'laid' && p.state !== 'ended' && p.state !== 'withdrawn'
  const withdrawal = p.entries.find((e) => e.kind === 'withdrawn' && !e.struckBy)
  const pair = `${p.female.tag} × ${p.male.tag}`
  return (
    <div>
      <article className={`card ${p.mustStop ? 'trouble' : 'now'}`}>
        <div className="top">
          <Link className="tag" to={`/animals/${p.female.id}`}>
            {p.female.tag}
          </Link>
          {p.female.name && <span>{p.female.name}</span>}
          <span className="tag">×</span>
          <Link className="tag" to={`/animals/${p.male.id}`}>
            {p.male.tag}
          </Link>
          {p.male.name && <span>{p.male.name}</span>}
          <span>{p.species}</span>
          <span className="place">{p.female.place}</span>
        </div>
        {p.mustStop && p.step !== 'part now' && (
          <p className="note bad" role="alert">
            <strong>{sentence(stopInWords(p.mustStop))}.</strong>
          </p>
        )}
        <h3 className="bigger">
          {sentence(p.next.says)}
          {p.next.on && `, ${figures.day(p.next.on)}`}
        </h3>
        {p.despite && (
          <p className="note bad">
            Paired although {p.despite.against.join('; ')}. <strong>Because:</strong> {p.despite.reason}
          </p>
        )}
        <p>
          <MatedWords pairing={p} />{' '}
          {p.inbreeding > 0 && (
            <span className={p.inbreeding >= 0.0625 ? 'warm' : 'quiet'}>
              Their young are inbred {percent(p.inbreeding)}.
            </span>
          )}
        </p>
        {p.startedOn && (
          <p className="quiet">
            {counted(p.meetings, 'meeting')}, {counted(p.locks, 'lock')}, since {figures.day(p.startedOn)}
          </p>
        )}
        {p.eggs && (
          <div className="between">
            <span>
              <strong>Look for eggs {figures.span(p.eggs)}</strong>, most likely about{' '}
              {figures.day(p.eggs.likely)}
              {p.shed && <span className="quiet">; pre-lay shed {figures.span(p.shed)}</span>}
            </span>
            <Button size="small" onClick={() => setWhy(true)}>
              reasons
            </Button>
          </div>
        )}
        {may.write && open && <WhatWasSeen pairing={p} active={!why} />}
        {may.decide && p.state === 'planned' && (
          <p className="above-12">
            <Button onClick={() => setWithdrawing(true)}>Withdraw this pairing</Button>
          </p>
        )}
        {may.decide && p.state === 'withdrawn' && withdrawal && (
          <p className="above-12">
            <Button onClick={() => void strike([withdrawal], '', `${pair}: planned again`)}>
              Plan them again
            </Button>
          </p>
        )}
        {may.decide && p.state !== 'planned' && p.state !== 'withdrawn' && (
          <p className="above-12">
            <Button
              type={p.eggs && p.clutchId === null ? 'primary' : 'default'}
              onClick={() => void navigate(`/incubation/new?pairing=${p.id}`)}
            >
              {p.clutchId === null ? 'Eggs found: record the clutch' : 'Record another clutch'}
            </Button>
          </p>
        )}
        {p.clutchId && (
          <p>
            <Link to={`/incubation/${p.clutchId}`}>The clutch in incubation</Link>
          </p>
        )}
        <p className="small quiet above-12">{p.caution}</p>
      </article>
      <h2 className="above-16">Seen so far</h2>
      <EntryList entries={p.entries} />
      {withdrawing && (
        <AskWhy
          title={`Withdraw ${pair}?`}
          yes="Withdraw it"
          onYes={(reason) =>
            write(
              [
                {
                  kind: 'withdrawn',
                  subject: { type: 'pairing', id: p.id },
                  payload: reason ? { reason } : {},
                },
              ],
              `${pair}: withdrawn`,
            )
          }
          onCancel={() => setWithdrawing(false)}
        >
          <p className="quiet">
            You will not be asked to introduce them. The pairing stays in the list and can be planned again.
          </p>
        </AskWhy>
      )}
      <ReasonsSheet title="Why these dates" open={why} onClose={() => setWhy(false)}>
        <ReasonList reasons={p.reasons} />
      </ReasonsSheet>
    </div>
  )
}

function WhatWasSeen({ pairing: p, active }: { pairing: PairingView; active: boolean }) {
  const { write } = useLog()
  const { now, book } = useSession()
  const [day, setDay] = useState<Dayjs | null>(null)
  const [minutes, setMinutes] = useState<number | null>(null)
  const together = p.state === 'together'
  const at = day ? fromWallClock(day, book.zone, now) : now
  const subject = { type: 'pairing' as const, id: p.id }
  const see = (kind: PlainKind<'pairing'>, says: string, told: { minutes?: number } = {}) =>
    void write(
      [kind === 'locked' ? { kind, subject, at, payload: told } : { kind, subject, at }],
      `${p.female.tag} × ${p.male.tag}: ${says}`,
      // What is typed for the next lock while this one is under way stays.
    ).then((ok) => ok && kind === 'locked' && setMinutes((typed) => (typed === told.minutes ? null : typed)))
  return (
    <div className="above-12">
      <div className="row small below-8">
        <span className="quiet">seen</span>
        <DatePicker
          aria-label="when it was seen"
          size="small"
          showTime={{ format: 'HH:mm' }}
          format="D MMM YYYY HH:mm"
          placeholder="just now"
          value={day}
          onChange={setDay}
          maxDate={toWallClock(now, book.zone)}
        />
        {together && (
          <>
            <span className="quiet">lock lasted</span>
            <InputNumber
              aria-label="minutes of the lock"
              size="small"
              min={0}
              max={10000}
              value={minutes}
              onChange={setMinutes}
              className="w-90"
            />{' '}
            <span className="quiet">min</span>
          </>
        )}
      </div>
      <Keys
        of={p.id}
        active={active}
        acts={
          together
            ? [
                {
                  key: 'K',
                  says: 'locked',
                  main: true,
                  act: () => see('locked', 'locked', minutes === null ? {} : { minutes }),
                },
                { key: 'P', says: 'separated', act: () => see('separated', 'separated') },
                { key: 'C', says: 'courted', act: () => see('courted', 'courted') },
                { key: 'N', says: 'ignored', act: () => see('ignored', 'ignored') },
                { key: 'X', says: 'attacked', act: () => see('attacked', 'attacked') },
              ]
            : [{ key: 'I', says: 'introduced', main: true, act: () => see('introduced', 'introduced') }]
        }
      />
    </div>
  )
}
