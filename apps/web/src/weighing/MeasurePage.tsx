import type { AnimalRow } from '@hatch-book/contract'
import {
  BODY_SIZES,
  bodySizes,
  MEASURED_BY,
  sizeInWords,
  USUAL_SIZE,
  type BodySize,
  livesHere,
} from '@hatch-book/core'
import { Input, Select } from 'antd'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { AnimalName } from '../parts/identity'
import { describeAnimal } from '../parts/identityWords'
import { RefusedError, wordsOf } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useAnimals, useLineFilter } from '../shell/queries'
import { NotYet } from '../parts/NotYet'

/** More rows than this nobody goes through in one sitting: a word narrows them. */
const MOST_ROWS = 60
const AS_USUAL = 'usual for the species'
type Which = BodySize | typeof AS_USUAL
type By = (typeof MEASURED_BY)[number]

const WHICH = [
  { value: AS_USUAL, label: AS_USUAL },
  ...bodySizes.map((value) => ({ value, label: BODY_SIZES[value].label.toLowerCase() })),
]
const BY = MEASURED_BY.map((value) => ({ value, label: `by ${value}` }))

/** One animal after the other is measured: a length is typed, Enter saves it and goes on to the next. */
export function MeasurePage() {
  const asked = useAnimals()
  const { data } = asked
  const { fits } = useLineFilter()
  const [word, setWord] = useState('')
  const [which, setWhich] = useState<Which>(AS_USUAL)
  const [by, setBy] = useState<By | null>(null)
  const list = useRef<HTMLUListElement>(null)
  if (!data) return <NotYet of={asked} page />
  const looked = word.trim().toLowerCase()
  const here = data.filter(
    (a) =>
      livesHere(a.presence) &&
      fits(a) &&
      `${a.tag} ${a.species} ${a.line} ${a.place?.name ?? ''}`.toLowerCase().includes(looked),
  )
  const goOn = (from: HTMLElement) => {
    const fields = [...(list.current?.querySelectorAll('input') ?? [])]
    fields[fields.indexOf(from as HTMLInputElement) + 1]?.focus()
  }
  return (
    <section className="page">
      <div className="head">
        <h1>Measure</h1>
        <div className="side">
          <Select<Which>
            aria-label="Measurement"
            value={which}
            onChange={setWhich}
            options={WHICH}
            className="w-190"
          />
          <Select<By>
            aria-label="Measured by"
            value={by}
            onChange={(value) => setBy(value ?? null)}
            options={BY}
            allowClear
            placeholder="by what"
            className="w-130"
          />
          <Link to="/growth">growth</Link>
        </div>
      </div>
      {data.length === 0 ? (
        <p className="empty">
          Enter lengths for many animals in a row. <Link to="/animals/new">Add an animal</Link> to begin.
        </p>
      ) : (
        <>
          <Input
            aria-label="Who"
            placeholder="tag, species, line or place"
            value={word}
            onChange={(e) => setWord(e.target.value)}
            className="upto-320 below-12"
          />
          <p className="small quiet">Press Enter to save and go to the next animal.</p>
          {here.length === 0 && <p className="quiet">No animal here matches ‘{word.trim()}’.</p>}
          <ul className="lines upto-620" ref={list}>
            {here.slice(0, MOST_ROWS).map((animal) => (
              <Row
                key={animal.id}
                animal={animal}
                of={which === AS_USUAL ? USUAL_SIZE[animal.bodyPlan] : which}
                by={by}
                onKept={goOn}
              />
            ))}
          </ul>
          {here.length > MOST_ROWS && (
            <p className="small quiet">{here.length - MOST_ROWS} more: search above to find them.</p>
          )}
        </>
      )}
    </section>
  )
}

function Row({
  animal,
  of,
  by,
  onKept,
}: {
  animal: AnimalRow
  of: BodySize
  by: By | null
  onKept(field: HTMLElement): void
}) {
  const figures = useFigures()
  const { enter } = useLog()
  const [typed, setTyped] = useState('')
  const [says, setSays] = useState('')
  const [kept, setKept] = useState('')
  // A field that is left while it is being sent is not sent again.
  const sending = useRef(false)
  const keep = async (field: HTMLElement, then: (field: HTMLElement) => void) => {
    if (sending.current) return
    const read = figures.typed.length.read(typed)
    if ('says' in read) return setSays(read.says)
    // Nothing is typed: on to the next.
    if (read.value === null) return then(field)
    const words = sizeInWords(of, read.value)
    sending.current = true
    try {
      await enter(
        [
          {
            ...{ kind: 'measured', subject: { type: 'animal', id: animal.id } },
            payload: { [BODY_SIZES[of].field]: read.value, ...(by && { by }) },
          },
        ],
        `${animal.tag}: ${words}`,
        { quiet: true },
      )
      setKept(words)
      setTyped('')
      then(field)
    } catch (error) {
      setSays(
        error instanceof RefusedError ? (error.problem.fields?.[0]?.says ?? wordsOf(error)) : wordsOf(error),
      )
    } finally {
      sending.current = false
    }
  }
  return (
    <li className="between">
      <span>
        <AnimalName of={animal} /> <span className="small quiet">{describeAnimal(animal)}</span>
      </span>
      <span className="nowrap">
        <span className="small quiet">{kept || BODY_SIZES[of].label.toLowerCase()} </span>
        <Input
          aria-label={`${BODY_SIZES[of].label} of ${animal.tag}, ${figures.typed.length.unit}`}
          inputMode="decimal"
          autoComplete="off"
          className="fig w-110"
          placeholder={figures.typed.length.unit}
          value={typed}
          {...(says && { status: 'error' as const })}
          onChange={(e) => {
            setTyped(e.target.value)
            setSays('')
          }}
          onPressEnter={(e) => void keep(e.currentTarget, onKept)}
          onBlur={(e) => void (typed.trim() !== '' && keep(e.currentTarget, () => undefined))}
        />
        {says && (
          <span className="bad small" role="alert">
            {' '}
            {says}
          </span>
        )}
      </span>
    </li>
  )
}
