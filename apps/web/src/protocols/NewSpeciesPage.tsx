import { newId, NewSpecies, protocolsApi } from '@hatch-book/contract'
import { waysOfLife } from '@hatch-book/core'
import { Form } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useSession } from '../shell/session'
import { useGoOn } from '../shell/useGoOn'
import { answersOf, type SpeciesDraft } from './answersOf'
import { FirstQuestions } from './FirstQuestions'
import { FromLibrary } from './FromLibrary'
import { LikeOwn } from './LikeOwn'
import css from './newSpecies.module.css'
import { WaysOfLife } from './WaysOfLife'
import { useNotices } from '../shell/notices'

/** Where one goes on with the first of a new species. */
const FIRST = {
  animals: ['Save and add the first animal', (id: string) => `/animals/new?species=${id}`],
  cohorts: ['Save and begin a cohort', (id: string) => `/cohorts?species=${id}`],
  colonies: ['Save and set up a colony', (id: string) => `/colonies?species=${id}`],
} as const

/** A species that the book does not know yet: its name, how its kind lives, and what its keeper knows of it. */
export function NewSpeciesPage() {
  const { book } = useSession()
  const notification = useNotices()
  const navigate = useNavigate()
  const goOn = useGoOn()
  const [id] = useState(() => newId())
  const wayOf = (code: string | null) => waysOfLife.find((way) => way.code === code)
  const form = useContractForm({
    begin: {
      species: '',
      latin: '',
      wayOfLife: null,
      library: null,
      like: null,
      answers: {},
      worked: [],
    } as SpeciesDraft,
    schema: NewSpecies,
    body: (draft) => {
      const chosen = wayOf(draft.wayOfLife)
      const { species, latin, wayOfLife, library, like } = draft
      return {
        id,
        species,
        latin,
        wayOfLife,
        library,
        like,
        figures: chosen ? answersOf(draft, chosen, book) : {},
      }
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
        <Form.Item name="worked" noStyle>
          <NothingToSee />
        </Form.Item>
        <Form.Item name="like" className={css.choice ?? ''}>
          <NothingToSee />
        </Form.Item>
        {/* Chosen below; what is wrong with the choice is said here. */}
        <Form.Item name="wayOfLife" className={css.choice ?? ''}>
          <NothingToSee />
        </Form.Item>
        {way ? (
          <FirstQuestions
            {...{ way, draft }}
            onChange={(part) => form.change(part)}
            onOther={() => form.change({ wayOfLife: null, library: null, like: null, worked: [] })}
          />
        ) : (
          <>
            <FromLibrary
              typed={draft.species}
              onChoose={({ name: species, latin, way: wayOfLife }) =>
                form.change({ species, latin, wayOfLife, library: latin })
              }
            />
            <LikeOwn onChoose={({ id: like, wayOfLife }) => form.change({ like, wayOfLife })} />
            <WaysOfLife onChoose={(code) => form.change({ wayOfLife: code })} />
          </>
        )}
      </ContractForm>
    </section>
  )
}

/** Stands for a field whose control is elsewhere on the page. */
const NothingToSee = () => null
