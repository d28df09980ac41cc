import { stopInWords, entryInWords } from '@hatch-book/core'
import type { PairingView, PlainKind } from '@hatch-book/contract'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { Keys, type KeyAct } from '../parts/Keys'
import { useFigures } from '../shell/figures'
import { useKeys } from '../shell/keys'
import { useLog, type ToWrite } from '../shell/log'
import { usePairings } from '../shell/queries'
import { useMay } from '../shell/session'
import { MatedWords } from './MatedWords'
import { PairingHead } from './PairingHead'
import { sentence } from '../parts/sentence'
import css from './season.module.css'
import roomCss from './kin.module.css'
import { NotYet } from '../parts/NotYet'

/** A session in front of the tubs: who is together, how long, and one key for each thing seen. */
export function WatchPage() {
  const asked = usePairings()
  const { data } = asked
  const figures = useFigures()
  const [pickedId, setPicked] = useState<string | null>(null)
  const watched = (data ?? [])
    .filter(
      (p) =>
        p.state === 'together' || p.state === 'planned' || (p.state === 'apart' && !p.missed && p.locks < 2),
    )
    .sort((a, b) => ORDER[a.state] - ORDER[b.state] || a.female.tag.localeCompare(b.female.tag))
  const at = Math.max(
    0,
    watched.findIndex((p) => p.id === pickedId),
  )
  const step = (by: number) => setPicked(watched[(watched.length + at + by) % watched.length]?.id ?? null)
  useKeys({ ArrowDown: () => step(1), ArrowUp: () => step(-1), j: () => step(1) })
  const pairing = watched[at]
  if (!data) return <NotYet of={asked} page />
  return (
    <section className="page" data-keys>
      <PairingHead title="Watch" />
      {watched.length === 0 ? (
        <p className="empty">
          No pair is together, and none waits to be introduced. <Link to="/pairing">Pair two animals</Link>,
          or look at the season’s plan.
        </p>
      ) : (
        <div className={`columns ${css.watch}`}>
          <ul className="lines" aria-label="Pairs to watch">
            {watched.map((p, i) => (
              <li key={p.id} className={`${i === at ? 'picked' : ''} inset`}>
                <button
                  type="button"
                  className="plain wide"
                  aria-pressed={i === at}
                  onClick={() => setPicked(p.id)}
                >
                  <span className="tag">
                    {p.female.tag} × {p.male.tag}
                  </span>
                  <span className={`small ${p.state === 'together' ? 'warm' : 'quiet'}`}>
                    {STATE[p.state]}
                  </span>
                </button>
                {p.female.place && <div className="small quiet">{p.female.place}</div>}
                {p.next.on && p.state !== 'together' && (
                  <div className="small quiet">
                    {p.next.says} {figures.day(p.next.on)}
                  </div>
                )}
              </li>
            ))}
          </ul>
          {pairing && (
            <Watched
              key={pairing.id}
              pairing={pairing}
              onNext={() => step(1)}
              onWrite={() => setPicked(pairing.id)}
            />
          )}
        </div>
      )}
    </section>
  )
}
const ORDER = { together: 0, planned: 1, apart: 2, laid: 3, ended: 4, withdrawn: 5 } as const
const STATE: Record<PairingView['state'], string> = {
  together: 'together',
  planned: 'to be introduced',
  apart: 'apart',
  laid: 'has laid',
  ended: 'ended',
  withdrawn: 'withdrawn',
}

function Watched({
  pairing: p,
  onNext,
  onWrite,
}: {
  pairing: PairingView
  onNext(): void
  /** The pair stays in front, wherever the list moves it. */
  onWrite(): void
}) {
  const { write } = useLog()
  const may = useMay()
  const figures = useFigures()
  // What was pressed counts at once; the server's word comes after.
  const [pressed, setPressed] = useState<'together' | 'apart' | null>(null)
  const together = (pressed ?? p.state) === 'together'
  useEffect(() => setPressed(null), [p.state, p.meetings])
  const writing = useRef<Promise<unknown>>(Promise.resolve())
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  // The clock runs from what was written here; what was written before began on its own day.
  const [since, setSince] = useState<number | null>(null)
  const [lockedAt, setLockedAt] = useState<number | null>(null)
  const now = useNow(since !== null || lockedAt !== null)
  const subject = { type: 'pairing' as const, id: p.id }
  const see = (kind: PlainKind<'pairing'>, says: string, told: { minutes?: number } = {}) => {
    onWrite()
    if (kind === 'introduced') {
      setPressed('together')
      setSince(Date.now())
    }
    if (kind === 'separated') {
      setPressed('apart')
      setSince(null)
      setLockedAt(null)
    }
    // One after the other, so that a quick hand's keys arrive in their order.
    writing.current = writing.current.then(async () => {
      const entry: ToWrite = kind === 'locked' ? { kind, subject, payload: told } : { kind, subject }
      if (!(await write([entry], `${p.female.tag} × ${p.male.tag}: ${says}`, { quiet: true })))
        setPressed(null)
    })
  }
  const lock = () => {
    if (lockedAt === null) return setLockedAt(Date.now())
    const minutes = Math.max(0, Math.round((Date.now() - lockedAt) / 6000) / 10)
    setLockedAt(null)
    see('locked', `locked ${minutes} min`, { minutes })
  }
  const open = p.before.filter((b) => !ticked.has(b))
  const acts: KeyAct[] = together
    ? [
        ...(p.seen.includes('locked')
          ? [
              {
                key: 'K',
                says: lockedAt === null ? 'locked: start the clock' : 'lock ended: write it',
                main: true,
                act: () => lock(),
              },
            ]
          : []),
        { key: 'C', says: 'courting', act: () => see('courted', 'courting') },
        ...(p.seen.includes('spermatophore')
          ? [
              { key: 'S', says: 'spermatophore', act: () => see('spermatophore', 'spermatophore seen') },
              { key: 'T', says: 'taken up', act: () => see('taken up', 'taken up') },
            ]
          : []),
        { key: 'X', says: 'attacked', act: () => see('attacked', 'attacked') },
        { key: 'N', says: 'ignored', act: () => see('ignored', 'ignored') },
        { key: 'P', says: 'separated', act: () => see('separated', 'separated') },
      ]
    : [
        {
          key: 'I',
          says: 'introduced',
          main: true,
          disabled: p.stay && open.length > 0,
          act: () => see('introduced', 'introduced'),
        },
      ]
  return (
    <article
      className={`card ${p.mustStop ? 'trouble' : 'now'}`}
      aria-label={`${p.female.tag} × ${p.male.tag}`}
    >
      <div className="top">
        <span className="tag">
          {p.female.tag} × {p.male.tag}
        </span>
        <span className="quiet">{p.species}</span>
        <span className="place">{p.female.place}</span>
      </div>
      {p.mustStop && p.step !== 'part now' && (
        <p className="note bad" role="alert">
          <strong>{sentence(stopInWords(p.mustStop))}.</strong>
        </p>
      )}
      <p className={roomCss.clock}>
        {p.next.says[0]!.toUpperCase() + p.next.says.slice(1)}
        {p.next.on && together && `, ${figures.day(p.next.on)}`}
      </p>
      {(since !== null || lockedAt !== null) && (
        <p className={css.running} role="timer" aria-label="Clock">
          {since !== null && (
            <span>
              together <b className="fig">{clock(now - since)}</b>
            </span>
          )}
          {lockedAt !== null && (
            <span className="warm">
              locked <b className="fig">{clock(now - lockedAt)}</b>
            </span>
          )}
        </p>
      )}
      {p.stay && (
        <p className="note bad">
          <strong>Stay with them.</strong> {p.caution}
        </p>
      )}
      {!together && p.before.length > 0 && (
        <fieldset className={css.before}>
          <legend>Before they meet</legend>
          {p.before.map((b) => (
            <label key={b}>
              <input
                type="checkbox"
                checked={ticked.has(b)}
                onChange={(e) => {
                  const next = new Set(ticked)
                  if (e.target.checked) next.add(b)
                  else next.delete(b)
                  setTicked(next)
                }}
              />{' '}
              {b}
            </label>
          ))}
        </fieldset>
      )}
      {may.write && (
        <div className="above-16 below-16">
          <Keys acts={acts} of={p.id} />
        </div>
      )}
      <p>
        <MatedWords pairing={p} />
        {p.eggs && (
          <>
            {' '}
            Look for eggs from <strong>{figures.day(p.eggs.from)}</strong>.
          </>
        )}
      </p>
      {p.after && <p className="small quiet">Unseen, it shows by: {p.after}.</p>}
      {!p.stay && <p className="small quiet">{p.caution}</p>}
      <ul className="lines" aria-label="Seen">
        {p.entries.slice(0, 6).map((e) => (
          <li key={e.id} className={e.struckBy ? 'struck' : ''}>
            <span className="when">{figures.instant(e.at)}</span>
            {entryInWords(e, figures)}
          </li>
        ))}
      </ul>
      <p className="small quiet above-8">
        <kbd>↓</kbd>{' '}
        <button type="button" className="plain" onClick={onNext}>
          next pair
        </button>
      </p>
    </article>
  )
}

function useNow(running: boolean): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (!running) return
    const timer = setInterval(() => setNow(Date.now()), 1000)
    return () => clearInterval(timer)
  }, [running])
  return now
}

function clock(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000))
  const two = (n: number) => String(n).padStart(2, '0')
  const hours = Math.floor(seconds / 3600)
  return `${hours > 0 ? `${hours}:` : ''}${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`
}
