import type { AnimalRow } from '@hatch-book/contract'
import { outcomesOf, type Outcome, type PayloadOf, type WorkItem } from '@hatch-book/core'
import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { Portrait } from '../parts/identity'
import { CheckByParts } from '../parts/CheckByParts'
import { Keys, type KeyAct } from '../parts/Keys'
import { useFigures } from '../shell/figures'
import { useAnimal } from '../shell/queries'
import { useMay } from '../shell/session'
import { NoteForm } from './NoteForm'
import { SkipForm } from './SkipForm'
import { usePhotoKey } from './PhotoKey'
import { Described, Standing } from './StepHead'
import { withDays } from '../parts/sentence'
import { viewOf, type WalkStep } from './walk'
import { WeightField } from './WeightField'
import css from './round.module.css'

/** Where it stands, in two names at most; a place that is seen to itself is not named again. */
function whereOf({ path, subject }: WalkStep): string {
  const names = path.split(' · ').slice(-2)
  const where = subject.type === 'place' ? names.filter((name) => name !== subject.name) : names
  return where.join(' · ') || (subject.type === 'place' ? '' : 'no place')
}

/** A longer name is written smaller: the place beside it is read too. */
const SHORT_NAME = 9

/** What is settled by one press: an outcome of some of the work, and the chores that go with it. */
export interface Press {
  items: WorkItem[]
  outcomes: Outcome[]
}

/** What lies over the keys of a step for a moment. */
export type Asking =
  | { what: 'weight'; first: string }
  | { what: 'check'; item: WorkItem }
  | { what: 'skip' }
  | { what: 'note' }
  | null

/** One tub, large: whom one stands in front of, where it stands, what to do, and the few keys that settle it. */
export function StepCard({
  step,
  animal,
  asking,
  onAsk,
  acts,
}: {
  step: WalkStep
  animal: AnimalRow | undefined
  asking: Asking
  onAsk(what: Asking): void
  acts: {
    press(press: Press): void
    weigh(grams: number): void
    check(item: WorkItem, payload: PayloadOf<'checked'>): void
    tell(kind: 'shed' | 'moulted' | 'droppings', says: string): void
    note(text: string): void
    skip(reason: string): void
    photographed(view: 'above' | 'side'): void
    goOn(): void
    reasons(): void
  }
}) {
  const may = useMay()
  const navigate = useNavigate()
  // Who picked a tub by a button stands before it now: the space bar is of the tub again, not of that button.
  const card = useRef<HTMLElement>(null)
  useEffect(() => card.current?.focus({ preventScroll: true }), [])
  // Under a thumb there is room for few.
  const [all, setAll] = useState(false)
  const trouble = step.open.some((i) => i.kind === 'alarm' || i.kind === 'wake')
  const [first] = step.open
  const toCheck = step.open.find((i) => i.kind === 'inspect')
  const checkAsked = asking?.what === 'check' ? asking.item : null
  const presses = pressesOf(step.open)
  const photo = usePhotoKey(animal, acts.photographed)
  const keys: KeyAct[] = [
    // What no press settles is not in the way of the next tub.
    ...(presses.some(({ key }) => key === SPACE)
      ? []
      : [{ key: SPACE, says: 'go on', main: true, act: acts.goOn }]),
    ...presses.map(({ key, says, press }) => ({
      ...{ key, says, main: key === 'Space', act: () => acts.press(press) },
    })),
    ...(toCheck ? [{ key: 'H', says: 'check it', act: () => onAsk({ what: 'check', item: toCheck }) }] : []),
    ...(step.subject.type === 'animal'
      ? [
          { key: 'W', says: 'weight', act: () => onAsk({ what: 'weight', first: '' }) },
          animal?.bodyPlan === 'arthropod'
            ? { key: 'S', says: 'moulted', act: () => acts.tell('moulted', 'moulted') }
            : { key: 'S', says: 'shed', act: () => acts.tell('shed', 'shed whole') },
          { key: 'D', says: 'droppings', act: () => acts.tell('droppings', 'droppings') },
          { key: 'N', says: 'note', act: () => onAsk({ what: 'note' }) },
          { key: 'P', says: 'photo', act: photo.open },
        ]
      : []),
    ...(first
      ? [
          { key: 'E', says: 'open its page', act: () => void navigate(viewOf(first, may)) },
          { key: 'K', says: 'skip', act: () => onAsk({ what: 'skip' }) },
        ]
      : []),
  ]
  return (
    <article
      ref={card}
      tabIndex={-1}
      className={`card ${css.step} ${trouble ? 'trouble' : 'now'}`}
      aria-label="At this tub"
    >
      <div className="top">
        {animal && <Portrait of={animal} size={64} />}
        <span className={`tag ${step.subject.name.length > SHORT_NAME ? css.long : ''}`}>
          {step.subject.name}
        </span>
        {animal && <Described animal={animal} />}
        <span className="place" title={step.path}>
          {whereOf(step)}
        </span>
      </div>
      {animal && <Standing animal={animal} onReasons={acts.reasons} />}
      {step.open.length > 0 ? <ToDo items={step.open} /> : <DoneHere step={step} />}
      {asking?.what === 'weight' && (
        <WeightField
          key={asking.first}
          first={asking.first}
          lastGrams={animal?.grams ?? null}
          lastOn={animal?.weighedOn ?? null}
          onSave={acts.weigh}
          onClose={() => onAsk(null)}
        />
      )}
      {checkAsked && animal && (
        <DueCheck
          animal={animal}
          item={checkAsked}
          onSave={(payload) => acts.check(checkAsked, payload)}
          onClose={() => onAsk(null)}
        />
      )}
      {asking?.what === 'skip' && <SkipForm onSkip={acts.skip} onClose={() => onAsk(null)} />}
      {asking?.what === 'note' && <NoteForm onSave={acts.note} onClose={() => onAsk(null)} />}
      {photo.field}
      {may.write && asking === null && (
        <div className={`${css.stepKeys} ${all ? css.all : ''}`}>
          <Keys acts={keys} of={step.id} />
          <button type="button" className={css.more} onClick={() => setAll(!all)}>
            {all ? 'less' : 'more'}
          </button>
        </div>
      )}
    </article>
  )
}

/** The check that is due of the animal in front. Its list comes with its page: without a signal and never opened, it cannot be shown. */
function DueCheck({
  animal,
  item,
  onSave,
  onClose,
}: {
  animal: AnimalRow
  item: WorkItem
  onSave(payload: PayloadOf<'checked'>): void
  onClose(): void
}) {
  const { data: page } = useAnimal(animal.id)
  const check = page?.checks.find(({ name }) => name === item.carries?.check)
  if (!check)
    return (
      <p className="note" role="status">
        {page ? 'This check is not in its protocol any more.' : 'Its list is not on this device yet.'}{' '}
        <button type="button" className="plain" onClick={onClose}>
          close
        </button>
      </p>
    )
  return <CheckByParts tag={animal.tag} check={check} onSave={onSave} onClose={onClose} />
}

const asSentence = (items: readonly WorkItem[]) => {
  const text = items.map((i) => i.says).join(', then ')
  return text[0]!.toUpperCase() + text.slice(1)
}

function ToDo({ items }: { items: readonly WorkItem[] }) {
  const figures = useFigures()
  const dusted = items.flatMap((i) => {
    const powder = i.carries?.supplement
    return typeof powder === 'string' && powder !== 'o' ? `dust it with ${POWDER[powder] ?? powder}` : []
  })
  const prey = items.flatMap((i) =>
    i.kind === 'meal' && typeof i.carries?.grams === 'number'
      ? `about ${figures.grams(i.carries.grams)}`
      : [],
  )
  return (
    <>
      <p className={css.todo}>{asSentence(items)}</p>
      <p className={`quiet ${css.why}`}>
        {withDays([...prey, ...dusted, ...items.flatMap((i) => i.why || [])].join('; '), figures.day)}
      </p>
    </>
  )
}
const POWDER: Readonly<Record<string, string>> = { Ca: 'calcium', CaD: 'calcium with D3', MV: 'vitamins' }

function DoneHere({ step }: { step: WalkStep }) {
  return (
    <p className={`${css.todo} ${css.done}`}>
      <span aria-hidden>✓</span> {step.by ? `${step.by}: ` : ''}
      {step.says || 'Nothing is left to do here'}
    </p>
  )
}

const SPACE = 'Space'

/** The keys of a step: each outcome of its work once, and what the chores add to it. */
export function pressesOf(open: readonly WorkItem[]): { key: string; says: string; press: Press }[] {
  const all = open.flatMap((item) => outcomesOf(item).map((outcome) => ({ item, outcome })))
  const chores = all.filter((o) => o.outcome.chore)
  const keys = [...new Set(all.map((o) => o.outcome.key))]
  return keys.map((key) => {
    const own = all.filter((o) => o.outcome.key === key)
    // Where nothing else is done with the space bar, it does what there is.
    const pressed = own.every((o) => o.outcome.usual) && !keys.includes(SPACE) ? SPACE : key
    // Fresh water goes with a refused meal too.
    const together = [...new Map([...own, ...chores].map((o) => [o.item.id, o])).values()]
    const told = own.filter((o) => !o.outcome.chore || own.every((x) => x.outcome.chore))
    return {
      key: pressed,
      says: [...new Set(told.map((o) => o.outcome.says))].join(', '),
      press: { items: together.map((o) => o.item), outcomes: together.map((o) => o.outcome) },
    }
  })
}
