import { newId, NewSpecies, protocolsApi } from '@hatch-book/contract'
import {
  declarationOf,
  documentOfSpecies,
  dryRun,
  figureFault,
  FROM_LIBRARY,
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
import { useState } from 'react'
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
  cohorts: ['Save and begin a cohort', (id: string) => `/cohorts?species=${id}`],
  colonies: ['Save and set up a colony', (id: string) => `/colonies?species=${id}`],
} as const

/** What was answered of those that a way of life asks for, as far as it can be read. */
function answersOf(draft: Draft, way: WayOfLife, units: BookUnits): Record<string, FigureSetting> {
  const read = way.asks.flatMap((key) => {
    const answer = readAnswer(draft.answers[key] ?? '', declarationOf(key)!.unit, units)
    return 'setting' in answer && answer.setting ? [[key, answer.setting] as const] : []
  })
  return Object.fromEntries(read)
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
      notification.success({ title: `${body.species} added` })
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
        {name === '' ? 'New species' : name}
        {name !== '' && <span className={css.kind}>new species</span>}
      </h1>
      <ContractForm
        of={form}
        label="New species"
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
            label="Common name"
            width={300}
            most={80}
            placeholder="such as corn snake"
            needed="Enter a name"
            autoFocus
          />
          <TextField name="latin" label="Latin name (optional)" width={300} most={80} />
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
  const document = documentOfSpecies({
    ...{ code: 'NEW', species: draft.species.trim() || 'new species', latin: draft.latin, way },
    ...{ entry: draft.library ? { latin: draft.library } : null, says: answersOf(draft, way, book) },
  })
  // What is asked is held against the guess that stands where it is not answered; the answers of the others count in it.
  const { figures: guesses, sources } = resolveProtocol(document, [])
  return (
    <div className={css.sides}>
      <div>
        <p>
          {draft.library && (
            <>
              Starts from the library figures for <i>{draft.library}</i>.{' '}
            </>
          )}
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
          <Question
            key={key}
            asked={key}
            from={sources[key] === FROM_LIBRARY ? 'library' : 'a guess'}
            {...{ way, draft, guesses }}
            units={book}
          />
        ))}
      </div>
      <DryRunCards run={dryRun(document)} />
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
