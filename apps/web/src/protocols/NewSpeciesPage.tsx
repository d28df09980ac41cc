import { newId, NewSpecies, protocolsApi } from '@hatch-book/contract'
import {
  declarationOf,
  dryRun,
  figureFault,
  FROM_LIBRARY,
  labelOfFigure,
  questionOf,
  rangeTyped,
  readAnswer,
  resolveProtocol,
  waysOfLife,
  type BookUnits,
  type FigureSetting,
  type ProtocolDocument,
  type WayOfLife,
} from '@hatch-book/core'
import { App, Form, Input } from 'antd'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useSession } from '../shell/session'
import { useGoOn } from '../shell/useGoOn'
import { DryRunCards } from './DryRunCards'
import { FromLibrary } from './FromLibrary'
import css from './newSpecies.module.css'
import { WaysOfLife } from './WaysOfLife'

interface Draft {
  species: string
  latin: string
  wayOfLife: string | null
  /** Latin name of the species of the library that it is, or is like. */
  library: string | null
  /** What is typed, by the key of the figure that it answers. */
  answers: Record<string, string>
}

/** Where one goes on with the first of a new species. */
const FIRST = {
  animals: ['Save and add the first animal', (id: string) => `/animals/new?species=${id}`],
  cohorts: ['Save and begin a cohort', () => '/cohorts'],
  colonies: ['Save and set up the colony', () => '/colonies'],
} as const

/** What was answered of those that a way of life asks for, as far as it can be read. */
function answersOf(draft: Draft, way: WayOfLife, units: BookUnits): Record<string, FigureSetting> {
  const read = way.asks.flatMap((key) => {
    const answer = readAnswer(draft.answers[key] ?? '', declarationOf(key)!.unit, units)
    return 'setting' in answer && answer.setting ? [[key, answer.setting] as const] : []
  })
  return Object.fromEntries(read)
}

/** A species as its keeper describes it so far. */
function documentOf(draft: Draft, way: WayOfLife, answers: Record<string, FigureSetting>): ProtocolDocument {
  return {
    ...{ format: 'hatch-book protocol', formatVersion: 1, code: 'NEW' },
    ...{ species: draft.species.trim() || 'new species', latin: draft.latin, wayOfLife: way.code },
    ...(draft.library ? { library: draft.library } : {}),
    ...{ bodyPlan: way.bodyPlan, keptAs: way.keptAs, young: way.young },
    figures: Object.fromEntries(
      Object.entries(answers).map(([key, setting]) => [
        key,
        {
          label: labelOfFigure(key),
          unit: declarationOf(key)!.unit,
          ...setting,
          confidence: 'medium' as const,
        },
      ]),
    ),
  }
}

/** A species that the book does not know yet: its name, how its kind lives, and what its keeper knows of it. */
export function NewSpeciesPage() {
  const { book } = useSession()
  const { notification } = App.useApp()
  const navigate = useNavigate()
  const goOn = useGoOn()
  const [id] = useState(() => newId())
  const wayOf = (code: string | null) => waysOfLife.find((way) => way.code === code)
  const form = useContractForm({
    begin: { species: '', latin: '', wayOfLife: null, library: null, answers: {} } as Draft,
    schema: NewSpecies,
    body: (draft) => {
      const chosen = wayOf(draft.wayOfLife)
      const { species, latin, wayOfLife, library } = draft
      return { id, species, latin, wayOfLife, library, figures: chosen ? answersOf(draft, chosen, book) : {} }
    },
    send: async (body) => {
      await send(protocolsApi.add, { body })
      notification.success({ title: `The ${body.species} is in the book` })
      goOn(FIRST[wayOf(body.wayOfLife)!.keptAs][1](id))
    },
    keepAs: 'new species',
  })
  const { draft } = form
  const way = wayOf(draft.wayOfLife)
  const name = draft.species.trim()
  return (
    <section className="page">
      <h1>
        {name === '' ? 'A new species' : name}
        {name !== '' && <span className={css.kind}>a new species</span>}
      </h1>
      <ContractForm
        of={form}
        label="A new species"
        actions={
          <FormActions
            of={form}
            save={way ? FIRST[way.keptAs][0] : 'Save species'}
            onCancel={() => void navigate('/protocols')}
            large
          />
        }
      >
        <div className="row fields">
          <TextField
            name="species"
            label="What you call it"
            width={300}
            most={80}
            placeholder="such as corn snake"
            needed="Enter what it is called"
            autoFocus
          />
          <TextField name="latin" label="Latin name, if you know it" width={300} most={80} />
        </div>
        <Form.Item name="library" noStyle>
          <NothingToSee />
        </Form.Item>
        {/* Chosen below; what is wrong with the choice is said here. */}
        <Form.Item name="wayOfLife" className={css.choice ?? ''}>
          <NothingToSee />
        </Form.Item>
        {way ? (
          <Answered way={way} draft={draft} onOther={() => form.change({ wayOfLife: null, library: null })} />
        ) : (
          <>
            <FromLibrary
              typed={draft.species}
              onChoose={({ name: species, latin, way: wayOfLife }) =>
                form.change({ species, latin, wayOfLife, library: latin })
              }
            />
            <WaysOfLife onChoose={(code) => form.change({ wayOfLife: code })} />
          </>
        )}
      </ContractForm>
    </section>
  )
}

/** Stands for a field whose control is elsewhere on the page. */
const NothingToSee = () => null

/** The questions that matter for a way of life, and beside them what the answers come to. */
function Answered({ way, draft, onOther }: { way: WayOfLife; draft: Draft; onOther(): void }) {
  const { book } = useSession()
  const told = JSON.stringify(answersOf(draft, way, book))
  const { guesses, sources, run } = useMemo(() => {
    const document = documentOf(draft, way, JSON.parse(told) as Record<string, FigureSetting>)
    // What is asked is held against the guess that stands where it is not answered; the answers of the others count in it.
    const { figures, sources } = resolveProtocol(document, [])
    return { guesses: figures, sources, run: dryRun(document) }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the name changes no figure
  }, [told, way, draft.library])
  return (
    <div className={css.sides}>
      <div>
        <p>
          {draft.library && (
            <>
              Its figures begin as those of <i>{draft.library}</i> in the library.{' '}
            </>
          )}
          Lives as <strong>{way.plural}</strong> do. {way.says}{' '}
          <button type="button" className="plain" onClick={onOther}>
            choose another
          </button>
        </p>
        <p className="quiet">
          Say what you know, and leave the rest. What you leave is guessed, widely, from its way of life and
          from your other answers. You can change all of it later.
        </p>
        {way.asks.map((key) => (
          <Question
            key={key}
            asked={key}
            from={sources[key] === FROM_LIBRARY ? 'library' : 'a guess'}
            {...{ way, draft, guesses }}
            units={book}
          />
        ))}
      </div>
      <DryRunCards run={run} />
    </div>
  )
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
  draft: Draft
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
  return (
    <div className={css.question}>
      <label htmlFor={`answers_${asked}`}>{label}</label>
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
        <Input className="fig" autoComplete="off" placeholder={guess} />
      </Form.Item>
      <span className={isAnswered ? css.yours : css.guess}>{isAnswered ? 'yours' : from}</span>
    </div>
  )
}
