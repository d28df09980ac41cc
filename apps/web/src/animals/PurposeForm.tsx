import { animalsApi, PurposeChange, PURPOSES, type AnimalRow } from '@hatch-book/contract'
import { counted } from '@hatch-book/core'

import { ContractForm } from '../parts/form/ContractForm'
import { PickField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useNotices } from '../shell/notices'

/** What several animals are kept as from now on. */
export function PurposeForm({ chosen, onDone }: { chosen: readonly AnimalRow[]; onDone(): void }) {
  const notification = useNotices()
  const keeping = useContractForm({
    begin: { purpose: 'breeder' as (typeof PURPOSES)[number] },
    schema: PurposeChange,
    body: ({ purpose }) => ({ ids: chosen.map((a) => a.id), purpose }),
    send: async (body) => {
      await send(animalsApi.changePurpose, { body })
      notification.success({
        title: `${counted(chosen.length, 'animal')} ${chosen.length === 1 ? 'is' : 'are'} kept as ${body.purpose}`,
      })
      onDone()
    },
  })
  return (
    <ContractForm
      of={keeping}
      label="Purpose"
      actions={<FormActions of={keeping} save="Save purpose" onCancel={onDone} />}
    >
      <PickField
        name="purpose"
        label="Kept as"
        options={PURPOSES.map((value) => ({ value, label: value }))}
      />
    </ContractForm>
  )
}
