import { speciesApi, SpeciesCorrection, type AnimalPage } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'

import { CorrectedChanges } from '../parts/CorrectedChanges'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { offeredSpecies, SpeciesField } from '../parts/form/SpeciesField'
import { useContractForm } from '../parts/form/useContractForm'
import { send, useAsk } from '../shell/api'
import { useProtocols } from '../shell/queries'
import { useNotices } from '../shell/notices'

/** An animal that is of another species than was written down; what that changes is said before it is done. */
export function CorrectSpecies({ page, onDone }: { page: AnimalPage; onDone(): void }) {
  const notification = useNotices()
  const { data: protocols } = useProtocols()
  const { animal } = page
  const others = offeredSpecies(protocols ?? []).filter((s) => s.protocolId !== page.protocolId)
  const correcting = useContractForm({
    begin: { protocolId: null as string | null },
    schema: SpeciesCorrection,
    body: ({ protocolId }): unknown => ({ animalId: animal.id, protocolId, together: said?.together.length }),
    send: async (body) => {
      await send(speciesApi.correct, { body })
      const name = others.find((o) => o.protocolId === body.protocolId)!.species
      notification.success({ title: `${counted(body.together, 'animal')} corrected to ${name}` })
      onDone()
    },
  })
  const { protocolId } = correcting.draft
  const { data: said, error } = useAsk(
    speciesApi.tryCorrection,
    protocolId === null ? null : { query: { animalId: animal.id, protocolId } },
  )
  return (
    <ContractForm
      of={correcting}
      label="Correct the species"
      actions={
        <FormActions of={correcting} save="Correct species" onCancel={onDone} disabled={said === undefined} />
      }
    >
      <p>
        <strong>{animal.tag}</strong> is recorded as {animal.species}. Its parents, mates and young are
        corrected too. Weights, meals and all other entries stay.
      </p>
      <SpeciesField species={others} />
      {error && (
        <p className="says" role="alert">
          {error.message}
        </p>
      )}
      {said && <CorrectedChanges of={said} />}
    </ContractForm>
  )
}
