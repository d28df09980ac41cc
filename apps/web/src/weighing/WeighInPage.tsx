import type { AnimalRow } from '@hatch-book/contract'
import { Input, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { describeAnimal, useAge } from '../parts/AnimalCard'
import { ReadinessSheet } from '../parts/ReadinessSheet'
import { Verdict } from '../parts/Verdict'
import { WeightForm } from '../parts/WeightForm'
import { useFigures } from '../shell/figures'
import { useAnimals, useLineFilter } from '../shell/queries'
import { useMay } from '../shell/session'

interface Weighed {
  animal: AnimalRow
  grams: number
}

/** One animal after the other on the scale: those not weighed for longest come first. */
export function WeighInPage() {
  const { data } = useAnimals()
  const may = useMay()
  const { fits } = useLineFilter()
  const [who, setWho] = useState('breeders')
  const [word, setWord] = useState('')
  const [pickedId, setPickedId] = useState<string | null>(null)
  const [done, setDone] = useState<Weighed[]>([])
  const [reasonsOf, setReasonsOf] = useState<string | null>(null)
  const figures = useFigures()
  const queue = useMemo(() => {
    const weighed = new Set(done.map((d) => d.animal.id))
    return (data ?? [])
      .filter(
        (a) =>
          (a.presence === 'here' || a.presence === 'listed') &&
          fits(a) &&
          (who === 'all' || (who === 'breeders') === (a.purpose === 'breeder')),
      )
      .filter(
        (a) =>
          !weighed.has(a.id) && (word === '' || a.tag.toLowerCase().startsWith(word.trim().toLowerCase())),
      )
      .sort((a, b) => (a.weighedOn ?? '').localeCompare(b.weighedOn ?? ''))
  }, [data, done, fits, who, word])
  const animal = (data ?? []).find((a) => a.id === pickedId) ?? queue[0]
  if (!data) return null
  return (
    <section className="page">
      <div className="head">
        <h1>Weigh-in</h1>
        <div className="side">
          <Segmented aria-label="Who" value={who} onChange={setWho} options={['breeders', 'young', 'all']} />
        </div>
      </div>
      <div className="columns" style={{ gridTemplateColumns: '250px minmax(0, 1fr) 290px' }}>
        <div>
          <Input
            aria-label="Tag to weigh"
            placeholder="tag"
            value={word}
            onChange={(e) => setWord(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && queue[0]) {
                setPickedId(queue[0].id)
                setWord('')
              }
            }}
            allowClear
          />
          <ul
            className="lines"
            style={{ maxHeight: 480, overflowY: 'auto' }}
            aria-label="Waiting to be weighed"
          >
            {queue.slice(0, 200).map((a) => (
              <li key={a.id} className={a.id === animal?.id ? 'picked' : ''} style={{ padding: '6px 12px' }}>
                <button
                  className="plain between"
                  style={{
                    textDecoration: 'none',
                    display: 'flex',
                    justifyContent: 'space-between',
                    alignItems: 'baseline',
                    color: 'inherit',
                    width: '100%',
                  }}
                  onClick={() => setPickedId(a.id)}
                >
                  <span>
                    <span className="tag">{a.tag}</span> <span className="small quiet">{a.place?.name}</span>
                  </span>
                  <span className="small quiet">{a.weighedOn ? figures.day(a.weighedOn) : 'never'}</span>
                </button>
              </li>
            ))}
          </ul>
          {queue.length === 0 && (
            <p className="quiet">
              {data.length === 0 ? 'No animal is in the book yet.' : 'Nobody waits for the scale.'}
            </p>
          )}
        </div>
        <div className="first-on-phone">
          {animal && may.write && (
            <OnTheScale
              key={animal.id}
              animal={animal}
              onDone={(grams) => settle(animal, grams)}
              onReasons={() => setReasonsOf(animal.id)}
            />
          )}
          {!may.write && <p className="note">A viewer looks on; weighing is for helpers and keepers.</p>}
        </div>
        <div>
          <h2>Weighed in this session</h2>
          {done.length === 0 && <p className="quiet">Each animal slides here with what changed.</p>}
          <ul className="lines">
            {[...done].reverse().map(({ animal: before, grams }) => {
              const now = data.find((a) => a.id === before.id)
              return (
                <li key={before.id}>
                  <div className="between">
                    <span className="tag">{before.tag}</span>
                    <span className="fig">
                      {figures.grams(grams)}{' '}
                      <span className={before.grams && grams < before.grams ? 'bad' : 'good'}>
                        {before.grams
                          ? `${grams >= before.grams ? '+' : '−'}${figures.grams(Math.abs(grams - before.grams))}`
                          : ''}
                      </span>
                    </span>
                  </div>
                  {now?.verdict && (
                    <div className="between small">
                      <span>
                        <Verdict verdict={now.verdict} />
                        {before.verdict && before.verdict !== now.verdict && (
                          <span className="quiet"> was {before.verdict}</span>
                        )}
                      </span>
                      <button className="plain" onClick={() => setReasonsOf(before.id)}>
                        reasons
                      </button>
                    </div>
                  )}
                </li>
              )
            })}
          </ul>
        </div>
      </div>
      <ReadinessSheet animalId={reasonsOf} onClose={() => setReasonsOf(null)} />
    </section>
  )

  function settle(before: AnimalRow, grams: number) {
    setDone((d) => [...d.filter((w) => w.animal.id !== before.id), { animal: before, grams }])
    setPickedId(null)
  }
}

function OnTheScale({
  animal,
  onDone,
  onReasons,
}: {
  animal: AnimalRow
  onDone(grams: number): void
  onReasons(): void
}) {
  const ageOf = useAge()
  return (
    <article className="card now">
      <div className="top">
        <span className="tag">{animal.tag}</span>
        <span>{describeAnimal(animal)}</span>
        <span className="place">{animal.place?.name}</span>
      </div>
      <div className="between" style={{ marginBottom: 12 }}>
        <span className="quiet">
          {ageOf(animal)}, {animal.stage}
        </span>
        {animal.verdict && (
          <span>
            <Verdict verdict={animal.verdict} />{' '}
            <button className="plain" onClick={onReasons}>
              reasons
            </button>
          </span>
        )}
      </div>
      <WeightForm animal={animal} onDone={onDone} />
    </article>
  )
}
