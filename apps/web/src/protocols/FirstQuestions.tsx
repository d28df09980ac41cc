import { protocolsApi } from '@hatch-book/contract'
import {
  declarationOf,
  documentOfSpecies,
  dryRun,
  figureFault,
  FROM_LIBRARY,
  labelOfFigure,
  questionOf,
  rangeTyped,
  readAnswer,
  resolveProtocol,
  type BookUnits,
  type ProtocolDocument,
  type WayOfLife,
} from '@hatch-book/core'
import { Form, Input } from 'antd'
import { useId } from 'react'
import { useAsk } from '../shell/api'
import { useSession } from '../shell/session'
import { answersOf, type SpeciesDraft } from './answersOf'
import { DryRunCards } from './DryRunCards'
import type { Setting } from './editing'
import css from './newSpecies.module.css'
import { TwoPairs } from './TwoPairs'
import { TwoWeights } from './TwoWeights'

/** The questions that matter for a way of life, and beside them what the answers come to. */
export function FirstQuestions({
  way,
  draft,
  onChange,
  onOther,
}: {
  way: WayOfLife
  draft: SpeciesDraft
  onChange(part: Partial<SpeciesDraft>): void
  onOther(): void
}) {
  const { book } = useSession()
  const like = useAsk(
    protocolsApi.file,
    { params: { id: draft.like ?? '' } },
    { enabled: draft.like !== null },
  )
  const document = documentOfSpecies({
    ...{ code: 'NEW', species: draft.species.trim() || 'new species', latin: draft.latin, way },
    ...{ entry: draft.library ? { latin: draft.library } : null, says: answersOf(draft, way, book) },
    like: draft.like === null ? null : like.data,
  })
  // What is asked is held against the guess that stands where it is not answered; the answers of the others count in it.
  const { figures: guesses, sources } = resolveProtocol(document, [])
  const fromOf = (key: string) => {
    if (like.data?.figures[key]) return 'copied'
    return sources[key] === FROM_LIBRARY ? 'library' : 'a guess'
  }
  const setting: Setting = {
    ...{ figures: guesses, editable: true },
    // What is asked for stands as its answer; the rest, which nobody is asked, below the questions.
    onSet: (sets) => {
      const answers = { ...draft.answers }
      const worked = draft.worked.filter(([key]) => !(key in sets))
      for (const [key, set] of Object.entries(sets)) {
        if (!set) continue
        if (way.asks.includes(key))
          answers[key] = rangeTyped({ ...guesses[key]!, ...set, low: null, high: null }, book)
        else worked.push([key, set])
      }
      onChange({ answers, worked })
    },
  }
  return (
    <div className={css.sides}>
      <div>
        <p>
          {draft.library && (
            <>
              Starts from the library figures for <i>{draft.library}</i>.{' '}
            </>
          )}
          {draft.like !== null && like.data && <>Starts from the figures of your {like.data.species}. </>}
          Way of life: <strong>{way.plural}</strong>.{' '}
          <button type="button" className="plain" onClick={onOther}>
            choose another
          </button>
        </p>
        <p className="quiet">
          Fill in what you know and leave the rest. What you leave is estimated from the way of life and your
          other answers, and marked as a guess. You can change everything later.
        </p>
        {way.asks.map((key) => (
          <Question key={key} asked={key} from={fromOf(key)} {...{ way, draft, guesses }} units={book} />
        ))}
        <Worked
          figures={guesses}
          worked={draft.worked}
          units={book}
          onForget={(key) => onChange({ worked: draft.worked.filter(([of]) => of !== key) })}
        />
        <div className={css.helpers}>
          <TwoWeights {...setting} />
          <TwoPairs {...setting} />
        </div>
      </div>
      <DryRunCards run={dryRun(document)} />
    </div>
  )
}

/** What was worked out of two weights or two temperatures and is no answer to a question: each can be taken back. */
function Worked({
  figures,
  worked,
  units,
  onForget,
}: {
  figures: ProtocolDocument['figures']
  worked: SpeciesDraft['worked']
  units: BookUnits
  onForget(key: string): void
}) {
  return worked
    .filter(([key]) => figures[key])
    .map(([key]) => {
      const label = labelOfFigure(key, figures)
      return (
        <div key={key} className={css.question}>
          <span>{label}</span>
          <span className="fig">{rangeTyped(figures[key]!, units)}</span>
          <button
            type="button"
            className="plain small"
            aria-label={`Take back ${label.toLowerCase()}`}
            onClick={() => onForget(key)}
          >
            take back
          </button>
        </div>
      )
    })
}

function Question({
  asked,
  from,
  way,
  draft,
  guesses,
  units,
}: {
  asked: string
  /** Where the figure comes from while it is not answered. */
  from: string
  way: WayOfLife
  draft: SpeciesDraft
  guesses: ProtocolDocument['figures']
  units: BookUnits
}) {
  const { unit } = declarationOf(asked)!
  const label = questionOf(asked, way, guesses)
  const answer = readAnswer(draft.answers[asked] ?? '', unit, units)
  const isAnswered = !('setting' in answer) || answer.setting !== null
  const guess = rangeTyped(guesses[asked]!, units)
  const faultOf = (typed: string): string | null => {
    const answer = readAnswer(typed ?? '', unit, units)
    if ('says' in answer) return answer.says
    return answer.setting && figureFault({ label, unit }, answer.setting, asked)
  }
  const id = useId()
  return (
    <div className={css.question}>
      <label htmlFor={id}>{label}</label>
      <Form.Item
        name={['answers', asked]}
        validateTrigger="onBlur"
        rules={[
          {
            validator: (_, typed: string) => {
              const says = faultOf(typed)
              return says ? Promise.reject(new Error(says)) : Promise.resolve()
            },
          },
        ]}
      >
        <Input id={id} className="fig" autoComplete="off" placeholder={guess} />
      </Form.Item>
      <span className={isAnswered ? css.yours : css.guess}>{isAnswered ? 'yours' : from}</span>
    </div>
  )
}
