import { pairingApi, type AnimalRow } from '@hatch-book/contract'
import { NO_GENES, payloadSchema, readLook, saidOfTrait, traitInWords, type GeneSet } from '@hatch-book/core'
import type { ReactNode } from 'react'
import * as v from 'valibot'
import { useAsk } from '../shell/api'
import { useLog } from '../shell/log'
import { ContractForm } from './form/ContractForm'
import { FormActions } from './form/FormActions'
import { TextField } from './form/fields'
import { useContractForm } from './form/useContractForm'

/** The genes of a species, by which its looks are read; none while they are on their way, or it is not said yet which. */
export function useGenes(protocolId: string | undefined): GeneSet {
  const { data } = useAsk(pairingApi.genes, protocolId ? { params: { protocolId } } : null)
  return (data?.genes as GeneSet | undefined) ?? NO_GENES
}

/** What cannot be read of a look; null where all of it can. */
export function faultOfLook(text: string, genes: GeneSet): string | null {
  const { unread } = readLook(text, genes)
  return unread.length > 0 ? unread.map((u) => u.says).join('. ') : null
}

/** A look as it was understood, while it is being written; nothing where nothing is. */
export function lookRead(text: string, genes: GeneSet): ReactNode {
  const { parts } = readLook(text, genes)
  if (parts.length === 0) return undefined
  return (
    <p className="small above-4 below-4" aria-live="polite">
      {parts.map((p, i) => (
        <span key={i} className={`gene ${p.carries}`}>
          {traitInWords(p)}
          {p.isNew && <span className="quiet"> (new for this species)</span>}
        </span>
      ))}
    </p>
  )
}

const SAID = v.array(payloadSchema('trait'))

/** Look and genes as one says them: 'amel het motley, maybe anery'. What is understood shows before anything is written. */
export function LookForm({
  of,
  genes,
  onDone,
  more,
}: {
  of: Pick<AnimalRow, 'id' | 'tag'>
  genes: GeneSet
  onDone(): void
  /** Other ways to say it. */
  more?: ReactNode
}) {
  const { enter } = useLog()
  const saying = useContractForm({
    begin: { look: '' },
    schema: SAID,
    body: ({ look }) => readLook(look, genes).parts.map(saidOfTrait),
    send: async (said) => {
      const subject = { type: 'animal' as const, id: of.id }
      const items = said.map((payload) => ({ kind: 'trait' as const, subject, payload }))
      await enter(items, `${of.tag}: ${saying.draft.look.trim()}`)
      onDone()
    },
  })
  return (
    <ContractForm
      of={saying}
      label={`Look and genes of ${of.tag}`}
      className="above-12"
      actions={
        <>
          <FormActions of={saying} save="Save look" onCancel={onDone} />
          {more}
        </>
      }
    >
      <TextField
        name="look"
        label="Look and genes"
        most={200}
        placeholder="amel het motley, maybe anery"
        autoFocus
        needed="Enter at least one trait, or ‘plain’"
        check={(text) => faultOfLook(text, genes)}
        hint={lookRead(saying.draft.look, genes)}
      />
    </ContractForm>
  )
}
