import { incubationApi, LitterRecount, newId, type ClutchPage } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'
import { Modal } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { CheckField, NumberField, OwnField, quantityOf, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { rememberWritten } from '../shell/log'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'
import css from './litter.module.css'
import { HowMany, YoungFields, type LitterDraft } from './LitterFields'
import { nextTags } from './tags'

interface Draft {
  more: LitterDraft['live']
  fewer: string[]
  stillborn: number
  unfertilised: number
  note: string
}

/** A litter that was counted wrong: young that were overlooked, some that were never there, and the others counted anew. */
export function RecountLitter({ page, onDone }: { page: ClutchPage; onDone(): void }) {
  const { data: animals } = useAnimals()
  return (
    <Modal title={`Count ${page.clutch.name} again`} open onCancel={onDone} footer={null} destroyOnHidden>
      {/* Without knowing which tags are taken none can be proposed. */}
      {animals && <RecountForm page={page} taken={animals.map((a) => a.tag)} onDone={onDone} />}
    </Modal>
  )
}

function RecountForm({
  page: { clutch, litter, young },
  taken,
  onDone,
}: {
  page: ClutchPage
  taken: readonly string[]
  onDone(): void
}) {
  const figures = useFigures()
  const { clock } = useSession()
  const [entryId] = useState(() => newId())
  const begin: Draft = {
    ...{ more: [], fewer: [], note: '' },
    ...{ stillborn: litter?.stillborn ?? 0, unfertilised: litter?.unfertilised ?? 0 },
  }
  const form = useContractForm({
    begin,
    schema: LitterRecount,
    body: ({ more, ...draft }) => ({
      ...{ ...draft, entryId, at: clock() },
      more: more.map(({ id, tag, grams }) => ({
        ...{ animalId: id, tag, grams: quantityOf(figures, 'mass', grams) },
      })),
    }),
    send: async (body) => {
      const says = `${clutch.name} is counted again`
      const { at, stillborn, unfertilised } = body
      const litterNow = {
        alive: young.length - body.fewer.length + body.more.length,
        stillborn,
        unfertilised,
      }
      const written = {
        ...{
          id: entryId,
          kind: 'litter counted' as const,
          subject: { type: 'clutch' as const, id: clutch.id },
        },
        ...{
          at,
          payload: { litter: litterNow, added: body.more.map((y) => y.animalId), takenBack: body.fewer },
        },
      }
      await send(incubationApi.recount, { params: { id: clutch.id }, body }, () =>
        rememberWritten([written], says),
      )
      onDone()
    },
    // What is wrong with one of them is said beneath all of them.
    fieldOf: (field) => (/^(more\b|litter$)/.test(field) ? '' : field),
  })
  const { more, fewer } = form.draft
  const resize = (count: number) => {
    const used = [...taken, ...more.map((y) => y.tag)]
    const fresh = nextTags(clutch.dam.tag, used, Math.max(0, count - more.length))
    form.change({ more: [...more.slice(0, count), ...fresh.map((tag) => ({ id: newId(), tag, grams: '' }))] })
  }
  const alive = young.length - fewer.length + more.length
  return (
    <>
      <p>
        {counted(young.length, 'young is', 'young are')} in the book as alive. Both counts stay in the log.
      </p>
      <ContractForm
        of={form}
        label="Count again"
        actions={<FormActions of={form} save="Save this count" onCancel={onDone} />}
      >
        <div className={`row ${css.others}`}>
          <HowMany label="Overlooked" n={more.length} onChange={resize} />
          <NumberField name="stillborn" label="Stillborn" min={0} max={300} width={90} />
          <NumberField name="unfertilised" label="Unfertilised" min={0} max={300} width={90} />
        </div>
        <OwnField name="more">
          <YoungFields />
        </OwnField>
        {young.length > 0 && (
          <CheckField
            name="fewer"
            label="Never there"
            hint="Leave this empty for one that died: write that down on its own page."
            options={young.map((y) => ({ value: y.id, label: y.tag }))}
          />
        )}
        <TextField name="note" label="Remark" most={200} />
        <p role="status">
          That makes <strong className="fig">{alive}</strong> alive.
        </p>
      </ContractForm>
    </>
  )
}
