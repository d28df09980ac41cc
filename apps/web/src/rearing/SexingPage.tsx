import type { SexReadings, SexingList } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'
import { Button, Select } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { Keys } from '../parts/Keys'
import { useFigures } from '../shell/figures'
import { useKeys } from '../shell/keys'
import { useLog } from '../shell/log'
import { useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'
import { showReadings, useSexing } from './queries'
import { NotYet } from '../parts/NotYet'

type Young = SexingList['animals'][number]
const MOST_SHOWN = 200

/** Sexing: one animal at a time, a key for each answer, and never a word of what was read before. */
export function SexingPage() {
  const asked = useSexing()
  const { data } = asked
  const { line } = useLineFilter()
  const [at, setAt] = useState<string | null>(null)
  const [done, setDone] = useState<ReadonlySet<string>>(new Set())
  if (!data) return <NotYet of={asked} page />
  const able = data.animals.filter((a) => a.methods.some((m) => m.notYet === ''))
  const later = data.animals.length - able.length
  // Nobody reads the same animal twice in a row: once round, then from the start.
  const left = able.filter((a) => !done.has(a.animal.id))
  const picked = able.find((a) => a.animal.id === at) ?? left[0]
  return (
    <section className="page" data-keys>
      <PageHead title={`Sexing: ${counted(able.length, 'animal')}`}>
        <span className="small quiet">earlier readings are hidden from whoever reads; the log proves it</span>
      </PageHead>
      {line && <p className="small quiet">All lines are shown: an order by line would tell something.</p>}
      {able.length === 0 ? (
        <p className="empty">
          No animal can be read now.{' '}
          {later > 0 ? `${counted(later, 'is', 'are')} still too young or too light for any method.` : ''}
        </p>
      ) : (
        <div className="columns wider-right">
          <ul className="lines" aria-label="To be read">
            {able.slice(0, MOST_SHOWN).map((a) => (
              <li key={a.animal.id} className={`${a === picked ? 'picked' : ''} inset`}>
                <button type="button" className="plain wide" onClick={() => setAt(a.animal.id)}>
                  <span>
                    <span className="tag">{a.animal.tag}</span>{' '}
                    <span className="small quiet">{a.place?.name ?? 'no tub'}</span>
                  </span>
                  <span className="small quiet nowrap">
                    {done.has(a.animal.id) ? 'read by you' : `${a.readings} of ${a.wanted} read`}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {!picked && (
            <p className="empty">
              You have read all of them. Pick one to read it again, or let somebody else read them.
            </p>
          )}
          {picked && (
            <ReadCard
              key={picked.animal.id}
              young={picked}
              onRead={() => {
                setDone((d) => new Set([...d, picked.animal.id]))
                setAt(left.filter((a) => a !== picked)[0]?.animal.id ?? null)
              }}
              onSkip={() => setAt(able[(able.indexOf(picked) + 1) % able.length]!.animal.id)}
            />
          )}
        </div>
      )}
    </section>
  )
}

function ReadCard({ young, onRead, onSkip }: { young: Young; onRead(): void; onSkip(): void }) {
  const figures = useFigures()
  const may = useMay()
  const { write } = useLog()
  const able = young.methods.filter((m) => m.notYet === '')
  const [name, setName] = useState(able[0]!.name)
  const [shown, setShown] = useState<SexReadings | null>(null)
  const method = able.find((m) => m.name === name) ?? able[0]!
  useKeys({ ArrowDown: onSkip, s: onSkip })
  const read = (sex: 'female' | 'male' | 'unsure') => {
    onRead()
    void write(
      [
        {
          kind: 'sex read',
          subject: { type: 'animal', id: young.animal.id },
          payload: { sex, method: method.name, right: method.right },
        },
      ],
      `${young.animal.tag} read`,
    )
  }
  return (
    <article className="card now first-on-phone" aria-label="Reading">
      <div className="top">
        <span className="tag">{young.animal.tag}</span>
        <span>
          {young.species}, {young.stage.toLowerCase()}, day {young.ageDays ?? '?'}
          {young.grams !== null && `, ${figures.grams(young.grams)}`}
        </span>
        <span className="place">{young.place?.name}</span>
      </div>
      <p className="bigger">
        Reading <span className="fig">{young.readings + 1}</span> of {young.wanted}.{' '}
        <span className="quiet">Look first, then press a key.</span>
      </p>
      <div className="para">
        by{' '}
        <Select
          aria-label="Method"
          value={method.name}
          onChange={setName}
          className="min-220"
          options={able.map((m) => ({ value: m.name, label: m.name }))}
        />{' '}
        <span className="small quiet">right {Math.round(method.right * 100)} times in 100</span>
      </div>
      {young.barred ? (
        <p className="note">
          You cannot read it blind any more: {young.barred}. Somebody else reads it, or its sex is said
          outright on its page.
        </p>
      ) : (
        may.write && (
          <Keys
            of={young.animal.id}
            active={shown === null}
            acts={[
              { key: 'F', says: 'female', main: true, act: () => read('female') },
              { key: 'M', says: 'male', main: true, act: () => read('male') },
              { key: 'U', says: 'unsure', act: () => read('unsure') },
            ]}
          />
        )
      )}
      <hr />
      {shown ? (
        <Readings told={shown} />
      ) : (
        may.write && (
          <p className="small quiet">
            <Button
              size="small"
              disabled={young.readings === 0}
              onClick={() => void showReadings(young.animal.id).then(setShown)}
            >
              show the readings
            </Button>{' '}
            It is written down that you saw them, and you cannot read this animal blind after that.
          </p>
        )
      )}
      <p className="small">
        <Link to={`/rearing/${young.animal.id}`}>its page</Link>
      </p>
    </article>
  )
}

/** What was read, by whom, and what the log proves of each reading. */
export function Readings({ told }: { told: SexReadings }) {
  const figures = useFigures()
  return (
    <>
      <table className="plain-table small" aria-label="Readings">
        <tbody>
          {told.readings.map((r, i) => (
            <tr key={i}>
              <td className="fig">{i + 1}</td>
              <td>
                <strong>{r.sex}</strong>, {r.method} ({Math.round(r.right * 100)} %)
              </td>
              <td>
                {r.by}, {figures.instant(r.at)}
              </td>
              <td className={r.blind ? 'quiet' : 'bad'}>
                {r.blind ? 'blind' : 'not blind'}: {r.proof}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="above-8">
        {told.sex === 'unknown'
          ? 'They tell nothing together.'
          : `${told.agree} of ${told.counted} say ${told.sex}: ${(told.certainty * 100).toFixed(1)} % sure; sure from ${Math.round(told.sureFrom * 100)} %.`}
      </p>
      {told.said.length > 0 && (
        <p className="small">
          Said outright:{' '}
          {told.said.map((s) => `${s.sex} on ${figures.day(s.on)} by ${s.by} (${s.method})`).join('; then ')}
        </p>
      )}
    </>
  )
}
