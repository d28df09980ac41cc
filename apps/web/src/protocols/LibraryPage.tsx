import { newId, speciesApi, TakenFromLibrary, type ProtocolSummary } from '@hatch-book/contract'
import {
  counted,
  findInLibrary,
  GROUPS_OF_WAYS,
  isOfLibrary,
  library,
  wayOfLife,
  type LibraryEntry,
} from '@hatch-book/core'
import { Input } from 'antd'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useProtocols } from '../shell/queries'
import { useGoOn } from '../shell/useGoOn'
import css from './library.module.css'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

/** Which species of the library a book keeps: several are ticked, and taken into it at once. */
export function LibraryPage() {
  const asked = useProtocols()
  return asked.data ? <Ticking kept={asked.data} /> : <NotYet of={asked} page />
}

function Ticking({ kept }: { kept: readonly ProtocolSummary[] }) {
  const notification = useNotices()
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
        Tick them. Each comes with starting figures for stages, weights, incubation and feeding, and you can
        change them all. Not listed? <Link to="/protocols/new">Add it yourself</Link> in a few minutes.
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
            Nothing in the library matches. <Link to="/protocols/new">Add your own species</Link>
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
  kept: readonly ProtocolSummary[]
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
        {entries.map((entry) => {
          const { name, latin } = entry
          const isKept = kept.some((of) => isOfLibrary(entry, of))
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
