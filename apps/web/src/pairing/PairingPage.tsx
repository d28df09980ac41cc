import { named } from '../parts/named'
import { counted } from '@hatch-book/core'
import type { PairingView } from '@hatch-book/contract'
import { Button } from 'antd'
import { Link, useParams } from 'react-router'
import { useFigures, type Figures } from '../shell/figures'
import { useLineFilter, usePairings, usePedigreeFaults, useReceptive } from '../shell/queries'
import { useMay } from '../shell/session'
import { useOpenInAddress } from '../shell/wordInAddress'
import { NewPairing } from './NewPairing'
import { PairingCard } from './PairingCard'
import { PairingHead } from './PairingHead'
import { sentence } from '../parts/sentence'
import { useTitle } from '../shell/frame/useTitle'
import { useGoOn } from '../shell/useGoOn'
import { NotYet } from '../parts/NotYet'

const ORDER = { together: 0, apart: 1, planned: 2, laid: 3, ended: 4, withdrawn: 5 } as const
const STATE_SAYS: Record<PairingView['state'], string> = {
  together: 'together now',
  apart: 'apart',
  planned: 'not yet introduced',
  laid: 'has laid',
  ended: 'ended',
  withdrawn: 'withdrawn',
}

/** Who is with whom, what was seen, and what is next. */
export function PairingPage() {
  const { id } = useParams()
  const asked = usePairings()
  const { data } = asked
  const { line, fits } = useLineFilter()
  const figures = useFigures()
  const may = useMay()
  const goOn = useGoOn()
  const [adding, setAdding] = useOpenInAddress('new')
  const opened = id === undefined ? undefined : data?.find((p) => p.id === id)
  useTitle(opened && `${opened.female.tag} × ${opened.male.tag}`)
  if (!data) return <NotYet of={asked} page />
  const shown = data
    .filter(fits)
    .sort((a, b) => ORDER[a.state] - ORDER[b.state] || (b.startedOn ?? '9').localeCompare(a.startedOn ?? '9'))
  const picked = named(data, id, (p) => p.id, shown[0])
  return (
    <section className="page">
      <PairingHead title={<>Pairings{line && <span className="quiet"> of {line}</span>}</>}>
        {may.decide && !adding && (
          <Button type="primary" onClick={() => setAdding(true)}>
            Pair two animals
          </Button>
        )}
      </PairingHead>
      {adding && (
        <NewPairing
          onDone={(newId) => {
            setAdding(false)
            if (newId) goOn(`/pairing/${newId}`)
          }}
        />
      )}
      <PedigreeFaults />
      <InSeason />
      {data.length === 0 && !adding && (
        <p className="empty">No pairing is in the book yet. Pair two animals that are ready or on trial.</p>
      )}
      <div className="columns list-left">
        <ul className="lines scrolls" aria-label="Pairings">
          {shown.map((p) => (
            <li key={p.id} className={`${p.id === picked?.id ? 'picked' : ''} inset`}>
              <Link
                to={`/pairing/${p.id}${line ? `?line=${encodeURIComponent(line)}` : ''}`}
                className="as-text as-block"
              >
                <div className="between">
                  <span className="tag">
                    {p.female.tag} × {p.male.tag}
                  </span>
                  <span className={`small ${p.mustStop ? 'bad' : p.state === 'together' ? 'warm' : 'quiet'}`}>
                    {p.mustStop
                      ? p.mustStop.out === 'both'
                        ? 'separate them now'
                        : `take ${p.mustStop.out === 'male' ? 'him' : 'her'} out`
                      : STATE_SAYS[p.state]}
                  </span>
                </div>
                <div className="small quiet">{summary(p, figures)}</div>
              </Link>
            </li>
          ))}
        </ul>
        {picked && <PairingCard key={picked.id} pairing={picked} />}
        {id && !picked && data.length > 0 && (
          <p className="empty">That pairing is not in this book. Pick one from the list.</p>
        )}
      </div>
    </section>
  )
}

const SHOWN_IN_SEASON = 12

/** Who is expected to be receptive, and when: the same windows that the season is planned by. */
function InSeason() {
  const { data: coming = [] } = useReceptive()
  const { fits } = useLineFilter()
  const figures = useFigures()
  const shown = coming.filter(fits)
  if (shown.length === 0) return null
  return (
    <p className="note" aria-label="In season">
      Expected to be receptive:{' '}
      {shown.slice(0, SHOWN_IN_SEASON).map((r) => (
        <span key={r.id} className="nowrap after-16">
          <Link className="tag" to={`/animals/${r.id}`}>
            {r.tag}
          </Link>{' '}
          {figures.span(r.window)}
        </span>
      ))}
      {shown.length > SHOWN_IN_SEASON && (
        <span className="quiet">and {shown.length - SHOWN_IN_SEASON} more</span>
      )}
    </p>
  )
}

function summary(p: PairingView, figures: Figures): string {
  const seen = `${counted(p.meetings, 'meeting')}, ${counted(p.locks, 'lock')}`
  if (p.eggs && p.state !== 'laid') return `look for eggs ${figures.span(p.eggs)}`
  if (p.state === 'withdrawn') return 'never introduced'
  return p.startedOn ? `since ${figures.day(p.startedOn)}, ${seen}` : 'planned'
}

/** Parents that cannot be: said here, and left out of every relation until they are put right. */
function PedigreeFaults() {
  const { data: faults } = usePedigreeFaults()
  if (!faults?.length) return null
  return (
    <section className="note bad" role="alert" aria-label="Parents to correct">
      <strong>Correct these parents.</strong> Until then they count as unknown.
      <ul className="lines">
        {faults.map(({ ids, says }) => (
          <li key={says}>
            {sentence(says)}. <Link to={`/animals/${ids[0]}`}>Open the animal</Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
