import { speciesApi, SpeciesChange, SpeciesMerge, type KeptSpecies } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'
import { Drawer, Popconfirm } from 'antd'
import { useState } from 'react'
import { CorrectedChanges } from '../parts/CorrectedChanges'
import { ContractForm } from '../parts/form/ContractForm'
import { PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send, useAsk, wordsOf } from '../shell/api'
import { useGoOn } from '../shell/useGoOn'
import { NotYet } from '../parts/NotYet'
import { useNotices } from '../shell/notices'

type Kept = readonly KeptSpecies[]

/** What is done with a species as a whole: renamed, hidden, made one with another, removed while nothing is written of it. */
export function SpeciesActs({ id }: { id: string }) {
  const asked = useAsk(speciesApi.kept)
  const { data } = asked
  const notification = useNotices()
  const goOn = useGoOn()
  const [open, setOpen] = useState<'rename' | 'merge' | null>(null)
  const of = data?.species.find((s) => s.id === id)
  if (!data || !of) return <NotYet of={asked} />
  const done = () => setOpen(null)
  const told = async (act: () => Promise<unknown>, title: string) => {
    try {
      await act()
      notification.success({ title })
      return true
    } catch (error) {
      notification.error({ title: wordsOf(error) })
      return false
    }
  }
  const { version, species, latin, hidden } = of
  const hide = () =>
    told(
      () => send(speciesApi.change, { params: { id }, body: { version, species, latin, hidden: !hidden } }),
      hidden
        ? `You can choose ${species} again`
        : `${species} is hidden. You can no longer choose it for new animals.`,
    )
  const remove = async () => {
    const gone = () => send(speciesApi.remove, { params: { id }, body: { version } })
    if (await told(gone, `${species} removed`)) goOn('/protocols')
  }
  return (
    <>
      <button type="button" className="plain" onClick={() => setOpen('rename')}>
        rename
      </button>
      <button type="button" className="plain" onClick={() => void hide()}>
        {hidden ? 'show again' : 'hide'}
      </button>
      <button type="button" className="plain" onClick={() => setOpen('merge')}>
        merge
      </button>
      {of.unused && (
        <Popconfirm
          title={`Remove ${species}?`}
          description="It has no records in this book. Its protocol is removed too."
          okText="Remove"
          cancelText="Keep it"
          onConfirm={() => void remove()}
        >
          <button type="button" className="plain">
            remove
          </button>
        </Popconfirm>
      )}
      <Drawer
        title={open === 'merge' ? 'Merge two species' : `Rename ${species}`}
        open={open !== null}
        onClose={done}
        size={430}
        destroyOnHidden
      >
        {open === 'rename' && <RenameForm of={of} onDone={done} />}
        {open === 'merge' && <MergeSpecies of={of} kept={data.species} onDone={done} />}
      </Drawer>
    </>
  )
}

function RenameForm({ of, onDone }: { of: KeptSpecies; onDone(): void }) {
  const notification = useNotices()
  const { id, version, hidden } = of
  const renaming = useContractForm({
    begin: { species: of.species, latin: of.latin },
    schema: SpeciesChange,
    body: ({ species, latin }) => ({ version, species, latin, hidden }),
    send: async (body) => {
      await send(speciesApi.change, { params: { id }, body })
      notification.success({ title: `Renamed to ${body.species}` })
      onDone()
    },
  })
  return (
    <ContractForm
      of={renaming}
      label="Rename the species"
      actions={<FormActions of={renaming} save="Save name" onCancel={onDone} />}
    >
      <TextField name="species" label="Common name" most={80} needed="Enter a name" autoFocus />
      <TextField name="latin" label="Latin name (optional)" most={80} />
    </ContractForm>
  )
}

function MergeSpecies({ of, kept, onDone }: { of: KeptSpecies; kept: Kept; onDone(): void }) {
  const notification = useNotices()
  const goOn = useGoOn()
  const others = kept.filter((s) => s.id !== of.id && s.keptAs === of.keptAs)
  const nameOf = (id: string) => others.find((s) => s.id === id)!.species
  const merging = useContractForm({
    begin: { intoId: null as string | null },
    schema: SpeciesMerge,
    body: ({ intoId }) => ({ intoId }),
    send: async (body) => {
      await send(speciesApi.merge, { params: { id: of.id }, body })
      notification.success({ title: `${of.species} merged into ${nameOf(body.intoId)}` })
      onDone()
      goOn(`/protocols/${body.intoId}`)
    },
  })
  const { intoId } = merging.draft
  const { data: said, error } = useAsk(
    speciesApi.tryMerge,
    intoId === null ? null : { query: { fromId: of.id, intoId } },
  )
  return (
    <ContractForm
      of={merging}
      label="Merge the species"
      actions={
        <FormActions of={merging} save="Merge species" onCancel={onDone} disabled={said === undefined} />
      }
    >
      <p>
        All records of <strong>{of.species}</strong> move to the species you choose and are judged by its
        figures. {of.species[0]!.toUpperCase() + of.species.slice(1)} then leaves the list. You cannot undo
        this.
      </p>
      <PickField
        name="intoId"
        label="The species that stays"
        options={others.map((s) => ({ value: s.id, label: s.species }))}
        placeholder={others.length === 0 ? 'no other species of this kind' : 'choose'}
        needed="Choose the species that stays"
      />
      {error && (
        <p className="says" role="alert">
          {error.message}
        </p>
      )}
      {said && (
        <>
          <CorrectedChanges of={said} />
          {said.cohorts + said.colonies > 0 && (
            <p>
              Also moved:{' '}
              {[
                ...(said.cohorts > 0 ? [counted(said.cohorts, 'cohort')] : []),
                ...(said.colonies > 0 ? [counted(said.colonies, 'colony', 'colonies')] : []),
              ].join(', ')}
              .
            </p>
          )}
        </>
      )}
    </ContractForm>
  )
}
