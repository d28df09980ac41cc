import { livesHere } from '@hatch-book/core'
import type { AnimalRow, ScaleView } from '@hatch-book/contract'
import { Button, Input, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { useAge } from '../parts/AnimalCard'
import { Portrait, SexSign } from '../parts/identity'
import { describeAnimal } from '../parts/identityWords'
import { ReadinessSheet } from '../parts/ReadinessSheet'
import { Verdict } from '../parts/Verdict'
import { WeightForm } from '../parts/WeightForm'
import { useFigures } from '../shell/figures'
import { useAnimals, useLineFilter, useScales } from '../shell/queries'
import { useMay } from '../shell/session'
import { OnTheScale } from './OnTheScale'
import { SittingSummary } from './SittingSummary'
import type { Weighed } from './weighed'
import { WeighedSoFar } from './WeighedSoFar'
import css from './weighing.module.css'
import { NotYet } from '../parts/NotYet'

const BY_TYPING = 'by typing'
/** Which scale one weighs with; remembered on the device. */
const useSource = create<{ source: string | null; set(source: string): void }>()(
  persist((set) => ({ source: null, set: (source) => set({ source }) }), { name: 'hatch-book-scale' }),
)

/** One animal after the other on the scale: those not weighed for longest come first. */
export function WeighInPage() {
  const asked = useAnimals()
  const { data, dataUpdatedAt } = asked
  const scalesAsked = useScales()
  const { data: scales } = scalesAsked
  const may = useMay()
  const { fits } = useLineFilter()
  const { source, set: setSource } = useSource()
  const [who, setWho] = useState('breeders')
  const [word, setWord] = useState('')
  const [pickedId, setPickedId] = useState<string | null>(null)
  const [weighed, setWeighed] = useState<Weighed[]>([])
  const [skipped, setSkipped] = useState<string[]>([])
  const [reasonsOf, setReasonsOf] = useState<string | null>(null)
  const [finished, setFinished] = useState(false)
  const [says, setSays] = useState('')
  // What was taken back, here or on another device, is not done: the animal waits again.
  const done = useMemo(() => {
    const grams = new Map((data ?? []).map((a) => [a.id, a.grams]))
    return weighed.filter((w) => w.at > dataUpdatedAt || grams.get(w.animal.id) === w.grams)
  }, [data, dataUpdatedAt, weighed])
  const queue = useMemo(() => {
    const settled = new Set([...done.map((d) => d.animal.id), ...skipped])
    return (data ?? [])
      .filter(
        (a) =>
          livesHere(a.presence) &&
          fits(a) &&
          // Of an insect weight says nothing: it is only weighed where everybody is.
          (who === 'all' ||
            (a.bodyPlan !== 'arthropod' && (who === 'breeders') === (a.purpose === 'breeder'))),
      )
      .filter((a) => !settled.has(a.id))
      .sort((a, b) => (a.weighedOn ?? '').localeCompare(b.weighedOn ?? ''))
  }, [data, done, skipped, fits, who])
  if (!data || !scales) return <NotYet of={[asked, scalesAsked]} page />
  // Whoever is on the scale stays there while another tag is typed; otherwise the rest of that tag would land in the weight field.
  const animal = data.find((a) => a.id === pickedId) ?? queue[0]
  const begin = queue.filter((a) => a.tag.toLowerCase().startsWith(word.trim().toLowerCase()))
  const scale = source === BY_TYPING ? undefined : (scales.find((s) => s.name === source) ?? scales[0])
  const settle = (next: Weighed) => {
    setWeighed((d) => [...d.filter((w) => w.animal.id !== next.animal.id), next])
    setPickedId(null)
    setSays('')
  }
  /**
   * Puts somebody on the scale by their whole tag.
   * @param alike those who are meant where nobody has it: one of them is put there, of several none
   */
  const pick = (typed: string, alike: readonly AnimalRow[] = []) => {
    const tag = typed.trim()
    const found =
      data.find((a) => a.tag.toLowerCase() === tag.toLowerCase()) ??
      (alike.length === 1 || tag === '' ? alike[0] : undefined)
    if (found && found.presence !== 'sold' && found.presence !== 'died') {
      setPickedId(found.id)
      setWord('')
      return setSays('')
    }
    setSays(
      found
        ? `${found.tag} is no longer here: it ${found.presence === 'sold' ? 'was sold' : 'died'}.`
        : alike.length > 1
          ? `${alike.length} tags begin with '${tag}'. Type the whole tag.`
          : `No animal has the tag '${tag}'.`,
    )
  }
  return (
    <section className="page">
      <div className="head">
        <h1>Weigh-in</h1>
        <div className="side">
          {scales.length > 0 && (
            <Segmented
              aria-label="Scale"
              value={scale?.name ?? BY_TYPING}
              onChange={setSource}
              options={[...scales.map((s) => s.name), BY_TYPING]}
            />
          )}
          <Segmented aria-label="Who" value={who} onChange={setWho} options={['breeders', 'young', 'all']} />
          <Button disabled={done.length === 0} onClick={() => setFinished(!finished)}>
            {finished ? 'Weigh on' : 'What changed'}
          </Button>
        </div>
      </div>
      {finished ? (
        <SittingSummary done={done} animals={data} onReasons={setReasonsOf} />
      ) : (
        <div className={`columns ${css.weighIn}`}>
          <Waiting
            queue={begin}
            picked={animal}
            word={word}
            onWord={setWord}
            onFind={(typed) => pick(typed, begin)}
            onPick={setPickedId}
            none={
              data.length === 0
                ? 'There are no animals in this book yet.'
                : word.trim() === ''
                  ? 'No animal is waiting to be weighed.'
                  : `No tag in this list begins with '${word.trim()}'.`
            }
          />
          <div className="first-on-phone">
            {says && (
              <p className="note" role="alert">
                {says}
              </p>
            )}
            {animal && may.write && (
              <Weighing
                animal={animal}
                scale={scale}
                active={reasonsOf === null}
                onDone={settle}
                onCode={pick}
                onSkip={() => {
                  setSkipped((s) => [...s, animal.id])
                  setPickedId(null)
                }}
                onReasons={() => setReasonsOf(animal.id)}
              />
            )}
            {!may.write && <p className="note">A viewer looks on; weighing is for helpers and keepers.</p>}
            {!animal && done.length > 0 && (
              <SittingSummary done={done} animals={data} onReasons={setReasonsOf} />
            )}
          </div>
          <WeighedSoFar done={done} animals={data} onReasons={setReasonsOf} />
        </div>
      )}
      <ReadinessSheet animalId={reasonsOf} onClose={() => setReasonsOf(null)} />
    </section>
  )
}

function Waiting({
  queue,
  picked,
  word,
  onWord,
  onFind,
  onPick,
  none,
}: {
  queue: readonly AnimalRow[]
  picked: AnimalRow | undefined
  word: string
  onWord(word: string): void
  onFind(typed: string): void
  onPick(id: string): void
  none: string
}) {
  const figures = useFigures()
  return (
    <div>
      <Input
        aria-label="Tag to weigh"
        placeholder="tag, typed or scanned"
        value={word}
        onChange={(e) => onWord(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') onFind(word)
        }}
        allowClear
      />
      <ul className="lines scrolls" aria-label="Waiting to be weighed">
        {queue.slice(0, 200).map((a) => (
          <li key={a.id} className={`${a.id === picked?.id ? 'picked' : ''} inset`}>
            <button type="button" className="plain wide" onClick={() => onPick(a.id)}>
              <span>
                <span className="tag">{a.tag}</span> <span className="small quiet">{a.place?.name}</span>
              </span>
              <span className="small quiet">{a.weighedOn ? figures.day(a.weighedOn) : 'never'}</span>
            </button>
          </li>
        ))}
      </ul>
      {queue.length === 0 && <p className="quiet">{none}</p>}
    </div>
  )
}

function Weighing({
  animal,
  scale,
  active,
  onDone,
  onCode,
  onSkip,
  onReasons,
}: {
  animal: AnimalRow
  scale: ScaleView | undefined
  active: boolean
  onDone(weighed: Weighed): void
  onCode(code: string): void
  onSkip(): void
  onReasons(): void
}) {
  const ageOf = useAge()
  return (
    <article className="card now">
      <div className="top">
        <Portrait of={animal} size={44} />
        <span className="tag">{animal.tag}</span>
        <span>
          {animal.name !== '' && <strong>{animal.name} </strong>}
          <SexSign sex={animal.sex} /> {describeAnimal(animal)}
        </span>
        <span className="place">{animal.place?.name}</span>
      </div>
      <div className="between below-12">
        <span className="quiet">
          {ageOf(animal)}, {animal.stage}
        </span>
        {animal.verdict && (
          <span>
            <Verdict verdict={animal.verdict} />{' '}
            <button type="button" className="plain" onClick={onReasons}>
              reasons
            </button>
          </span>
        )}
      </div>
      {scale ? (
        <OnTheScale
          animal={animal}
          scale={scale}
          active={active}
          onDone={onDone}
          onCode={onCode}
          onSkip={onSkip}
        />
      ) : (
        <WeightForm
          key={animal.id}
          animal={animal}
          onDone={(grams, context, condition) =>
            onDone({ animal, grams, context, condition, at: Date.now() })
          }
        />
      )}
    </article>
  )
}
