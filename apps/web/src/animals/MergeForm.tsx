import { animalsApi, MergeDraft, type AnimalPage } from '@hatch-book/contract'

import { ContractForm } from '../parts/form/ContractForm'
import { PickField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { animalOption } from '../parts/identityWords'
import { send } from '../shell/api'
import { useAnimals } from '../shell/queries'
import { useGoOn } from '../shell/useGoOn'
import { useNotices } from '../shell/notices'

/** Two records turn out to be of one animal: the other counts here from then on. */
export function MergeForm({ page, onDone }: { page: AnimalPage; onDone(): void }) {
  const { data } = useAnimals()
  const notification = useNotices()
  const goOn = useGoOn()
  const { animal } = page
  const others = (data ?? []).filter((a) => a.id !== animal.id && a.species === animal.species)
  const merging = useContractForm({
    begin: { otherId: null as string | null },
    schema: MergeDraft,
    body: ({ otherId }) => ({ otherId }),
    send: async (body) => {
      await send(animalsApi.merge, { params: { id: animal.id }, body })
      notification.success({
        title: `${others.find((o) => o.id === body.otherId)!.tag} counts as ${animal.tag} from now on`,
        description: 'To split them again, strike out the merge in the log.',
      })
      onDone()
      goOn(`/animals/${animal.id}`)
    },
  })
  return (
    <ContractForm
      of={merging}
      label="Two records, one animal"
      actions={<FormActions of={merging} save="Make them one" onCancel={onDone} />}
    >
      <p>
        <strong>{animal.tag}</strong> stays. The other record’s log, photos, papers, young and pairings count
        here; nothing is rewritten, and striking the merging out parts them again.
      </p>
      <PickField
        name="otherId"
        label="The other record of this animal"
        options={others.map((a) => animalOption(a))}
        needed="Choose the other record"
      />
    </ContractForm>
  )
}
