import type { AnimalRow } from '@hatch-book/contract'
import { stopInWords, type ReadinessVerdict } from '@hatch-book/core'
import { Button, Segmented } from 'antd'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { AnimalName } from '../parts/identity'
import { describeAnimal } from '../parts/identityWords'
import { ReadinessSheet } from '../parts/ReadinessSheet'
import { withDays } from '../parts/sentence'
import { Verdict } from '../parts/Verdict'
import { useFigures } from '../shell/figures'
import { useAnimals, useLineFilter, usePairings } from '../shell/queries'
import { WhatIf } from './WhatIf'
import { NotYet } from '../parts/NotYet'

/** More cards than this nobody reads. */
const MOST_SHOWN = 60

const VERDICTS: readonly { verdict: ReadinessVerdict; says: string }[] = [
  { verdict: 'ready', says: 'May be paired now.' },
  { verdict: 'trial', says: 'Just short: may be tried while they keep feeding.' },
  { verdict: 'not this season', says: 'Not now. Each card says why, and when it may change.' },
]

/** The breeders by verdict, each with its reasons behind one key. */
export function ReadinessPage() {
  const asked = useAnimals()
  const { data } = asked
  const { line, fits } = useLineFilter()
  const [params, setParams] = useSearchParams()
  const [openId, setOpenId] = useState<string | null>(null)
  const [asking, setAsking] = useState(false)
  const pairings = usePairings()
  if (!data || pairings.isPending) return <NotYet of={asked} page />
  const sex = params.get('sex') ?? 'both'
  const breeders = data.filter((a) => a.verdict !== null && fits(a) && (sex === 'both' || a.sex === sex))
  return (
    <section className="page">
      <div className="head">
        <h1>Readiness{line && <span className="quiet"> of {line}</span>}</h1>
        <div className="side">
          <Button onClick={() => setAsking(!asking)} aria-expanded={asking}>
            What if
          </Button>
          <Segmented
            aria-label="Sex"
            value={sex}
            options={['both', 'female', 'male']}
            onChange={(s) => {
              const next = new URLSearchParams(params)
              next.set('sex', s)
              setParams(next, { replace: true })
            }}
          />
        </div>
      </div>
      <Trials />
      {asking && <WhatIf animals={breeders} />}
      {breeders.length === 0 && (
        <p className="empty">
          No animal here is kept as a breeder. Set the purpose of one on <Link to="/animals">its page</Link>.
        </p>
      )}
      <div className="columns thirds">
        {breeders.length > 0 &&
          VERDICTS.map(({ verdict, says }) => {
            const group = breeders
              .filter((a) => a.verdict === verdict)
              .sort((a, b) => (a.verdictExpected?.from ?? '9').localeCompare(b.verdictExpected?.from ?? '9'))
            return (
              <div key={verdict}>
                <div className="between underlined">
                  <span className="bigger">
                    <Verdict verdict={verdict} /> <span className="fig">{group.length}</span>
                  </span>
                </div>
                <p className="small quiet">{says}</p>
                <div className="in-rows gap-12">
                  {group.slice(0, MOST_SHOWN).map((a) => (
                    <Candidate key={a.id} animal={a} onOpen={() => setOpenId(a.id)} />
                  ))}
                  {group.length > MOST_SHOWN && (
                    <p className="small quiet">
                      The {MOST_SHOWN} that turn soonest are shown, of {group.length}; the{' '}
                      <Link to="/animals?view=table">table</Link> has them all.
                    </p>
                  )}
                </div>
              </div>
            )
          })}
      </div>
      <ReadinessSheet animalId={openId} onClose={() => setOpenId(null)} />
    </section>
  )
}

/** Pairs that must be parted, and trials that must stop. */
function Trials() {
  const { data } = usePairings()
  const must = (data ?? []).filter((p) => p.mustStop)
  return must.map((p) => (
    <p key={p.id} className="note" role="alert">
      <strong>
        {p.female.tag} × {p.male.tag}:
      </strong>{' '}
      {stopInWords(p.mustStop!)}. <Link to={`/pairing/${p.id}`}>the pairing</Link>
    </p>
  ))
}

function Candidate({ animal: a, onOpen }: { animal: AnimalRow; onOpen(): void }) {
  const figures = useFigures()
  return (
    <article
      className={`card small-card ${a.verdict === 'trial' ? 'now' : a.verdict === 'ready' ? '' : 'trouble'}`}
    >
      <div className="between">
        <AnimalName of={a} size={36} />
        <span className="fig">{figures.grams(a.grams)}</span>
      </div>
      <div className="small">
        {describeAnimal(a)} <span className="quiet">{a.line}</span>
      </div>
      {a.verdictBecause && <div className="small">{withDays(a.verdictBecause, figures.day)}</div>}
      <div className="between small">
        <span className="quiet">
          {a.verdict === 'ready'
            ? (a.place?.name ?? '')
            : a.verdictExpected
              ? `expected ${figures.span(a.verdictExpected)}`
              : 'no date can be given'}
        </span>
        <button type="button" className="plain" aria-label={`reasons for ${a.tag}`} onClick={onOpen}>
          reasons
        </button>
      </div>
    </article>
  )
}
