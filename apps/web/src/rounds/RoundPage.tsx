import { addDays, checkInWords, type PayloadOf, type WorkItem } from '@hatch-book/core'
import { lazy, Suspense, useCallback, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { NoSpecies } from '../parts/NoSpecies'
import { BrokenProtocols } from '../parts/BrokenProtocols'
import { likelyContext } from '../parts/likelyContext'
import { useFigures } from '../shell/figures'
import { useKeys } from '../shell/keys'
import { useLog, type ToWrite } from '../shell/log'
import { useAnimals } from '../shell/queries'
import { useMay, useSession } from '../shell/session'
import { useWedge } from '../shell/useWedge'
import { laterInWords, RoundSide } from './RoundSide'
import { useRoundStore } from './roundStore'
import { meantPress, useLargeKeys } from './largeKeys'
import css from './round.module.css'
import { StepCard, type Asking, type Press } from './StepCard'
import { useWalk } from './useRound'
import { minutesLeft, nextOpen, type WalkStep } from './walk'

// Whoever walks the round seldom asks for reasons, and the first round should not wait for them.
const StepList = lazy(() => import('./StepList').then(({ StepList: it }) => ({ default: it })))
const ScanButton = lazy(() => import('./ScanButton').then(({ ScanButton: it }) => ({ default: it })))
/** The browser has a detector for codes, and the page may ask for the camera. */
const canScan = () => 'BarcodeDetector' in window && 'mediaDevices' in navigator
const ReadinessSheet = lazy(() =>
  import('../parts/ReadinessSheet').then(({ ReadinessSheet: it }) => ({ default: it })),
)

const ALL = 'all'

/** The round: today's work, one tub at a time, in walking order. */
export function RoundPage() {
  const { round, walk: all, later, error } = useWalk()
  const { data: animals, isFetching, isFetchedAfterMount } = useAnimals()
  const { today } = useSession()
  const may = useMay()
  const figures = useFigures()
  const { write, undo } = useLog()
  const { settle, unsettle, reopen, settled } = useRoundStore()
  const [params, setParams] = useSearchParams()
  const [picked, setPicked] = useState<string | null>(null)
  const [asking, setAsking] = useState<Asking>(null)
  const [reasonsOf, setReasonsOf] = useState<string | null>(null)
  const [says, setSays] = useState('')
  const large = useLargeKeys()
  // On a phone the walk beside the step is not drawn.
  const [isWide] = useState(() => !matchMedia('(max-width: 760px)').matches)
  const isMeant = useMemo(() => meantPress(large.on), [large.on])
  const part = params.get('part') ?? ALL
  const walk = part === ALL ? all : all.filter((s) => partOf(s).id === part)
  const step = walk.find((s) => s.id === picked) ?? nextOpen(walk, null) ?? walk[0]
  const animal = step?.subject.type === 'animal' ? animals?.find((a) => a.id === step.subject.id) : undefined

  const go = useCallback((id: string | null) => {
    setAsking(null)
    setSays('')
    setPicked(id)
  }, [])
  const onward = (from: WalkStep, doneIds: readonly string[]) => {
    setAsking(null)
    if (from.open.every((i) => doneIds.includes(i.id))) go(nextOpen(walk, from.id)?.id ?? from.id)
    else setPicked(from.id)
  }
  /** Writes, ticks it off as soon as it is kept, and goes on; takes the tick back where it was refused. */
  const settleBy = (items: WalkStep['open'], entries: ToWrite[], told: string, bad = false) => {
    if (!step) return
    const ids = items.map((i) => i.id)
    onward(step, ids)
    settle(items, { says: told, bad, at: Number.POSITIVE_INFINITY, entryIds: [] })
    void write(entries, `${step.subject.name}: ${told}`, {
      quiet: true,
      device: 'round',
      onKept: (entryIds) => settle(items, { says: told, bad, at: Date.now(), entryIds }),
    }).then((kept) => {
      if (kept) return
      unsettle(ids)
      go(step.id)
    })
  }
  const press = ({ items, outcomes }: Press) => {
    if (!isMeant()) return
    const told = [...new Set(outcomes.filter((o) => !o.chore).map((o) => o.says))]
    settleBy(
      items,
      outcomes.flatMap((o) => o.entries) as ToWrite[],
      (told.length > 0 ? told : [...new Set(outcomes.map((o) => o.says))]).join(', '),
      outcomes.some((o) => o.bad),
    )
  }
  const of = step?.subject.type === 'animal' ? { type: step.subject.type, id: step.subject.id } : null
  const weigh = (grams: number) => {
    const context = animal ? likelyContext(animal, today) : 'not said'
    settleBy(
      step!.open.filter((i) => i.kind === 'weigh'),
      [{ kind: 'weighed', subject: of!, payload: { grams, context } }],
      figures.grams(grams),
    )
  }
  const check = (item: WorkItem, payload: PayloadOf<'checked'>) =>
    settleBy(
      [item],
      [{ kind: 'checked', subject: of!, payload }],
      checkInWords(payload),
      payload.found.length > 0,
    )
  const tell = (said: ToWrite, told: string) => {
    setAsking(null)
    void write([said], `${step!.subject.name}: ${told}`, {
      quiet: true,
      device: 'round',
    })
    setSays(`${step!.subject.name}: ${told}. Written.`)
  }
  const photographed = (view: 'above' | 'side') => {
    const items = step!.open.filter((i) => i.kind === 'photograph')
    const told = `photographed from ${view === 'above' ? 'above' : 'the side'}`
    settle(items, { says: told, bad: false, at: Date.now(), entryIds: [] })
    if (items.length > 0)
      onward(
        step!,
        items.map((i) => i.id),
      )
    setSays(`${step!.subject.name} is ${told}.`)
  }
  const skip = (reason: string) => {
    const until = addDays(today, 1)
    // What is planned for the feeders is of no colony yet: its plan is settled where it was made.
    const named = step!.open.filter((i) => i.subject.id !== '')
    const entries = named.map((i) => ({
      kind: 'put off' as const,
      subject: { type: i.subject.type, id: i.subject.id },
      payload: { work: i.id, says: i.says.slice(0, 200), reason, until },
    }))
    if (entries.length > 0) settleBy(step!.open, entries, `left, ${reason}`)
    else go(nextOpen(walk, step!.id)?.id ?? null)
  }
  const takeBack = () =>
    void undo().then((ids) => {
      // As it stands by now: what is taken back may have been on its way when the key was pressed.
      const { settled } = useRoundStore.getState()
      const item = Object.entries(settled).find(([, how]) => how.entryIds.some((id) => ids.includes(id)))?.[0]
      const back = item && all.find((s) => s.items.some((i) => i.id === item))
      reopen(ids)
      if (back) go(back.id)
    })
  const move = (by: number) => {
    const at = walk.findIndex((s) => s.id === step?.id)
    const to = walk[Math.min(walk.length - 1, Math.max(0, at + by))]
    if (to) go(to.id)
  }
  const find = (code: string) => {
    const word = code.trim().toLowerCase()
    const named = (s: WalkStep) => [s.subject.name, s.place?.name ?? ''].some((n) => n.toLowerCase() === word)
    const found = walk.find((s) => named(s) && s.open.length > 0) ?? walk.find(named)
    if (found) go(found.id)
    else setSays(`'${code.trim()}' is not in this round.`)
  }
  useKeys({ z: takeBack, ArrowDown: () => move(1), ArrowUp: () => move(-1) }, reasonsOf === null)
  useWedge(
    find,
    (key) => {
      const typing = asking?.what === 'weight' ? asking.first : asking === null ? '' : null
      if (!/^[0-9]$/.test(key) || typing === null || step?.subject.type !== 'animal' || !may.write)
        return false
      setAsking({ what: 'weight', first: typing + key })
      return true
    },
    reasonsOf === null && asking === null,
  )
  // A slip of a finger is told by the last weight: it is read first, unless there is no signal to read it.
  if (isFetching && !isFetchedAfterMount) return null
  if (!round) return error ? <p className="page empty">{error.message}</p> : null
  const open = walk.filter((s) => s.open.length > 0)
  const next = step && nextOpen(walk, step.id)
  return (
    <section className={`page ${css.round} ${large.on ? css.large : ''}`}>
      <BrokenProtocols />
      <PageHead
        title={
          <>
            {walk.length > 0 && open.length === 0 ? 'The round is done' : 'Round'}{' '}
            <span className="quiet small">
              {walk.length > 0 && `${walk.length - open.length} of ${walk.length}`}
              {open.length > 0 && `, about ${minutesLeft(open.length, Object.values(settled))} min`}
            </span>
          </>
        }
      >
        <Parts walk={all} part={part} onPick={(id) => setParams(id === ALL ? {} : { part: id })} />
        {may.write && (
          <button
            type="button"
            className="boxed"
            aria-pressed={large.on}
            onClick={large.toggle}
            title="For wet or gloved hands"
          >
            Large keys
          </button>
        )}
        {canScan() && (
          <Suspense fallback={null}>
            <ScanButton onCode={find} />
          </Suspense>
        )}
      </PageHead>
      <div
        className="bar"
        role="progressbar"
        aria-label="Round"
        aria-valuenow={walk.length - open.length}
        aria-valuemin={0}
        aria-valuemax={walk.length}
      >
        <i style={{ width: `${walk.length > 0 ? (100 * (walk.length - open.length)) / walk.length : 0}%` }} />
      </div>
      {says && (
        <p className="note" role="status">
          {says}
        </p>
      )}
      {walk.length === 0 || !step ? (
        <div className="empty">
          <p>
            {later.length > 0 ? `Nothing is due right now. ${laterInWords(later)}` : 'Nothing is due today.'}{' '}
            What animals, eggs, cohorts and colonies need comes here by itself, in the order in which one
            walks.
          </p>
          <NoSpecies />
        </div>
      ) : (
        <div className={`columns ${css.walking}`}>
          {isWide && (
            <Suspense fallback={<div className={css.walk} />}>
              <StepList walk={walk} at={step.id} onPick={go} />
            </Suspense>
          )}
          <div className="first-on-phone">
            <StepCard
              key={step.id}
              step={step}
              animal={animal}
              asking={asking}
              onAsk={setAsking}
              acts={{
                ...{ press, weigh, check, skip, photographed },
                goOn: () => go(next?.id ?? null),
                tell: (kind, told) => tell({ kind, subject: of! }, told),
                note: (text) => tell({ kind: 'noted', subject: of!, payload: { text } }, `noted: ${text}`),
                reasons: () => setReasonsOf(step.subject.id),
              }}
            />
            <p className={`between small quiet ${css.onward}`}>
              <span>
                {next && next.id !== step.id && (
                  <button type="button" className="plain" onClick={() => go(next.id)}>
                    next: <strong className="tag">{next.subject.name}</strong>{' '}
                    {next.place?.name !== next.subject.name && next.place?.name}
                  </button>
                )}
              </span>
              <button type="button" className="plain" onClick={takeBack}>
                take back
              </button>
            </p>
          </div>
          <RoundSide round={round} open={open.flatMap((s) => s.open)} later={later} onUndo={takeBack} />
        </div>
      )}
      {reasonsOf !== null && (
        <Suspense fallback={null}>
          <ReadinessSheet animalId={reasonsOf} onClose={() => setReasonsOf(null)} />
        </Suspense>
      )}
    </section>
  )
}

/** The part of the walk a step lies in: the first two places of its path, such as room and rack. */
const partOf = (step: WalkStep) => {
  const name = step.path.split(' · ').slice(0, -1).slice(0, 2).join(' · ') || step.path || 'no place'
  return { id: name, name }
}

/** Two people share a round: each takes a part of it. */
function Parts({
  walk,
  part,
  onPick,
}: {
  walk: readonly WalkStep[]
  part: string
  onPick(id: string): void
}) {
  const counts = new Map<string, number>()
  for (const s of walk) if (s.open.length > 0) counts.set(partOf(s).id, (counts.get(partOf(s).id) ?? 0) + 1)
  if (counts.size < 2 && part === ALL) return null
  return (
    <select
      className="native"
      aria-label="Part of the round"
      value={part}
      onChange={(e) => onPick(e.target.value)}
    >
      <option value={ALL}>the whole round</option>
      {[...counts].map(([id, n]) => (
        <option key={id} value={id}>
          {id} ({n})
        </option>
      ))}
    </select>
  )
}
