import { newId, speciesApi, TakenFromLibrary } from '@hatch-book/contract'
import {
  counted,
  findInLibrary,
  GROUPS_OF_WAYS,
  library,
  wayOfLife,
  type LibraryEntry,
} from '@hatch-book/core'
import { App, Input } from 'antd'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useProtocols } from '../shell/queries'
import { useGoOn } from '../shell/useGoOn'
import css from './library.module.css'

/** Which species of the library a book keeps: several are ticked, and taken into it at once. */
export function LibraryPage() {
  const { data } = useProtocols()
  return data ? <Ticking kept={new Set(data.map((p) => p.species.toLowerCase()))} /> : null
}

function Ticking({ kept }: { kept: ReadonlySet<string> }) {
  const { notification } = App.useApp()
  const navigate = useNavigate()
  const goOn = useGoOn()
  // Not in the form's own state, which comes a moment later: of two quick ticks one would be lost.
  const [ticked, setTicked] = useState<readonly string[]>([])
  const form = useContractForm({
    begin: {},
    schema: TakenFromLibrary,
    body: () => ({ species: ticked.map((latin) => ({ id: newId(), latin })) }),
    send: async (body) => {
      await send(speciesApi.take, { body })
      notification.success({ title: `${counted(body.species.length, 'species', 'species')} added` })
      goOn('/protocols')
    },
  })
  const [typed, setTyped] = useState('')
  const isSearched = typed.trim().length > 1
  const found = isSearched ? findInLibrary(typed) : library
  const toggle = (latin: string) =>
    setTicked((before) => (before.includes(latin) ? before.filter((t) => t !== latin) : [...before, latin]))
  return (
    <section className="page">
      <h1>Which species do you keep?</h1>
      <p className={css.says}>
        Tick them, and the book knows how they live: stages, weights, incubation, feeding. All of it is a
        starting point that you can change. If yours is not here,{' '}
        <Link to="/protocols/new">add it yourself</Link>; that takes a few minutes.
      </p>
      <ContractForm
        of={form}
        label="Species of the library"
        actions={
          <FormActions
            of={form}
            save={ticked.length === 0 ? 'Add species' : `Add ${counted(ticked.length, 'species', 'species')}`}
            disabled={ticked.length === 0}
            onCancel={() => void navigate('/protocols')}
            large
          />
        }
      >
        <Input
          aria-label="Find a species"
          placeholder="Find by common or Latin name"
          allowClear
          autoFocus
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className={css.find ?? ''}
        />
        {ticked.length > 0 && (
          <p role="status" className={css.chosen}>
            Ticked: {ticked.map((latin) => library.find((e) => e.latin === latin)!.name).join(', ')}
          </p>
        )}
        {found.length === 0 && (
          <p>
            The library has no species of that name. <Link to="/protocols/new">Add it yourself</Link>
          </p>
        )}
        {GROUPS_OF_WAYS.map((title) => (
          <Group
            key={title}
            title={title}
            entries={found.filter((entry) => wayOfLife(entry.way)!.group === title)}
            isOpen={isSearched}
            {...{ kept, ticked, toggle }}
          />
        ))}
      </ContractForm>
    </section>
  )
}

function Group({
  title,
  entries,
  isOpen,
  kept,
  ticked,
  toggle,
}: {
  title: string
  entries: readonly LibraryEntry[]
  isOpen: boolean
  kept: ReadonlySet<string>
  ticked: readonly string[]
  toggle(latin: string): void
}) {
  if (entries.length === 0) return null
  return (
    <details className={css.group} {...(isOpen ? { open: true } : {})}>
      <summary>
        {title} <span className="quiet">({entries.length})</span>
      </summary>
      <div className={css.entries}>
        {entries.map(({ name, latin }) => {
          const isKept = kept.has(name.toLowerCase())
          return (
            <label key={latin} className={css.entry}>
              <input
                type="checkbox"
                checked={isKept || ticked.includes(latin)}
                disabled={isKept}
                onChange={() => toggle(latin)}
              />
              <span>
                <strong>{name}</strong>
                {isKept && <span className="quiet"> (in your book)</span>}
                <i>{latin}</i>
              </span>
            </label>
          )
        })}
      </div>
    </details>
  )
}
