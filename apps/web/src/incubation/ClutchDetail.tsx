import type { ClutchPage, EntryKind, ExcursionView } from '@hatch-book/contract'
import type { EggFate, ShareInterval } from '@hatch-book/core'
import { Button } from 'antd'
import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { EggMark } from '../parts/Egg'
import { EntryList } from '../parts/Entries'
import { Keys } from '../parts/Keys'
import { withDays } from '../parts/Reasons'
import { useFigures, type Figures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useClutch } from '../shell/queries'
import { useMay } from '../shell/session'
import { ForecastReasons } from './ForecastReasons'
import { HatchForm } from './HatchForm'

const DevelopmentChart = lazy(() => import('./DevelopmentChart'))

/** The picked clutch: its window and why, egg by egg, what the temperatures did. */
export function ClutchDetail({ id }: { id: string }) {
  const { data } = useClutch(id)
  const [why, setWhy] = useState(false)
  if (!data) return null
  const { clutch } = data
  return (
    <div className="columns" style={{ gridTemplateColumns: 'minmax(0, 1fr) 340px' }}>
      <div>
        <h2>
          {clutch.name} in {clutch.box.name}: temperature, and development adding up
        </h2>
        <Suspense fallback={<div style={{ height: 300 }} />}>
          <DevelopmentChart page={data} />
        </Suspense>
        <Excursions page={data} />
        <h2 style={{ marginTop: 18 }}>Log of the clutch</h2>
        <EntryList entries={data.entries} most={30} />
      </div>
      <div>
        <Summary page={data} onWhy={() => setWhy(true)} />
        {clutch.waiting > 0 && <Eggs key={clutch.id} page={data} active={!why} />}
      </div>
      <ForecastReasons page={data} open={why} onClose={() => setWhy(false)} />
    </div>
  )
}

function Summary({ page, onWhy }: { page: ClutchPage; onWhy(): void }) {
  const { clutch } = page
  const figures = useFigures()
  const f = clutch.forecast
  return (
    <article className={`card ${clutch.waiting > 0 ? 'now' : ''}`} style={{ marginBottom: 16 }}>
      <div className="top">
        <span className="tag">{clutch.name}</span>
        <span className="place small">{clutch.box.name}</span>
      </div>
      {clutch.waiting > 0 && f ? (
        <>
          <h3 data-testid="hatch-window">Nine in ten hatch {figures.span(f.windowDays)}</h3>
          <p>
            Half of them {figures.span(f.halfDays)}; most likely <strong>{figures.day(f.likelyDay)}</strong>.
            Development <strong className="fig">{Math.min(100, Math.round(f.developed * 100))} %</strong>.
          </p>
          <Button size="small" onClick={onWhy}>
            reasons
          </Button>
        </>
      ) : clutch.waiting > 0 ? (
        <p className="bad">At this set point nothing develops: no window can be given.</p>
      ) : (
        <h3>Every egg has its end</h3>
      )}
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
        , {clutch.species}, found {figures.day(clutch.foundOn)}
      </div>
      <div className="small quiet">{clutch.method}</div>
      <Fathers page={page} />
      <div className="small" style={{ marginTop: 8 }}>
        <Rate says="fertile" rate={clutch.fertility} />
        <Rate says="of the fertile hatched" rate={clutch.hatchRate} />
      </div>
    </article>
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

const FATE_KEYS: readonly { key: string; fate: EggFate; main?: boolean }[] = [
  { key: 'G', fate: 'good', main: true },
  { key: 'F', fate: 'infertile' },
  { key: 'D', fate: 'dented' },
  { key: 'M', fate: 'mouldy' },
  { key: 'X', fate: 'dead' },
  { key: 'P', fate: 'pipped' },
]
const ENDED: readonly EggFate[] = ['infertile', 'dead', 'hatched']

/** Candling egg by egg; after one is settled the next is picked. */
function Eggs({ page, active }: { page: ClutchPage; active: boolean }) {
  const { clutch } = page
  const may = useMay()
  const { write } = useLog()
  const [pickedNumber, setPicked] = useState<number | null>(null)
  const [hatching, setHatching] = useState(false)
  const open = clutch.eggs.filter((e) => !ENDED.includes(e.fate))
  const picked =
    clutch.eggs.find((e) => e.number === pickedNumber && !ENDED.includes(e.fate)) ??
    open.find((e) => e.fate === 'set') ??
    open[0]
  const settle = (fate: EggFate) => {
    if (!picked) return
    const kind: EntryKind = 'egg fate'
    void write(
      [{ kind, subject: { type: 'clutch', id: clutch.id }, payload: { eggId: picked.id, fate } }],
      `Egg ${picked.number} of ${clutch.name} is ${fate}`,
    ).then((ok) => {
      if (ok) setPicked(open.find((e) => e.number > picked.number)?.number ?? null)
    })
  }
  return (
    <div className="card small-card">
      <h2>
        {picked
          ? `Candling, egg ${picked.number} of ${clutch.eggs.length}: ${picked.fate}`
          : 'No egg is open'}
        {picked?.grams && ` (${picked.grams} g)`}
      </h2>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 4, marginBottom: 10 }}>
        {clutch.eggs.map((e) => (
          <button
            key={e.id}
            aria-label={`egg ${e.number}, ${e.fate}`}
            aria-pressed={e.id === picked?.id}
            disabled={ENDED.includes(e.fate)}
            onClick={() => setPicked(e.number)}
            style={{
              background: 'none',
              border: `2px solid ${e.id === picked?.id ? 'var(--yolk)' : 'transparent'}`,
              padding: 2,
              cursor: 'pointer',
              minWidth: 34,
            }}
          >
            <EggMark fate={e.fate} size={24} />
          </button>
        ))}
      </div>
      {may.write && picked && !hatching && (
        <Keys
          active={active}
          acts={FATE_KEYS.map(({ key, fate, main }) => ({
            key,
            says: fate,
            act: () => settle(fate),
            ...(main ? { main } : {}),
          }))}
        />
      )}
      {may.write && !hatching && (
        <p style={{ marginTop: 12 }}>
          <Button type="primary" onClick={() => setHatching(true)}>
            Some have hatched
          </Button>
        </p>
      )}
      {hatching && <HatchForm page={page} onDone={() => setHatching(false)} />}
    </div>
  )
}

/** What an excursion was and did, in words. */
export function excursionInWords(e: ExcursionView, figures: Figures): string {
  const shift =
    Math.abs(e.shiftDays) < 0.05
      ? 'hardly moved the date'
      : `${e.shiftDays > 0 ? 'brought' : 'put'} hatching ${e.shiftDays > 0 ? 'forward' : 'off'} by ${Math.abs(e.shiftDays).toFixed(1)} d`
  const hours = e.hours < 1 ? `${Math.round(e.hours * 60)} min` : `${e.hours.toFixed(1)} h`
  return `${hours} ${e.side} ${figures.celsius(e.lineC, 0)}, ${e.side === 'above' ? 'up' : 'down'} to ${figures.celsius(e.peakC)}: ${shift}`
}

function Excursions({ page }: { page: ClutchPage }) {
  const figures = useFigures()
  const { climate, excursions } = page
  const gaps = climate.gaps.filter((g) => g.hours > 3)
  return (
    <div style={{ marginTop: 10 }}>
      <p className="small">
        Since it was set: mean <span className="fig">{figures.celsius(climate.meanC, 2)}</span>, least{' '}
        <span className="fig">{figures.celsius(climate.minC)}</span>, most{' '}
        <span className="fig">{figures.celsius(climate.maxC)}</span>; the probe saw{' '}
        <span className="fig">{Math.round(climate.coverage * 100)} %</span> of the time, the rest is taken as
        the set point.
      </p>
      {excursions.length === 0 && climate.coverage > 0 && (
        <p className="small quiet">
          No excursion past {figures.celsius(climate.warnC.low, 0)} or{' '}
          {figures.celsius(climate.warnC.high, 0)}.
        </p>
      )}
      {excursions.map((e) => (
        <p key={e.from} className={`note ${e.gravity === 'harm' ? 'bad' : ''}`}>
          <strong>{figures.instant(e.from)}</strong>: {excursionInWords(e, figures)}.{' '}
          {e.gravity === 'harm'
            ? 'Long and far enough to harm: candle before you count on these eggs.'
            : 'Past the safe line, too short to harm by itself.'}
        </p>
      ))}
      {gaps.map((g) => (
        <p key={g.from} className="small warm">
          The probe was silent for {g.hours.toFixed(0)} h from {figures.instant(g.from)}: filled by the set
          point.
        </p>
      ))}
    </div>
  )
}

/** Who may have fathered it: one line when that is clear, all with their chances when it is not. */
function Fathers({ page: { fathers } }: { page: ClutchPage }) {
  const figures = useFigures()
  const [first] = fathers
  if (!first || (first.id !== null && first.chance > 0.98)) return null
  return (
    <div className="small" style={{ marginTop: 8 }} aria-label="Possible fathers">
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
          <span className="fig">{Math.round(f.chance * 100)} %</span>
        </div>
      ))}
    </div>
  )
}
