import type { AnimalRow } from '@hatch-book/contract'
import { payloadSchema } from '@hatch-book/core'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { PickField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { Overrule } from '../parts/form/Overrule'
import { NOT_YET, useContractForm } from '../parts/form/useContractForm'
import { RefusedError } from '../shell/api'
import { useLog } from '../shell/log'
import { placeNames, usePlaces } from '../shell/queries'

const AT_ONCE = 400

/** Moves several animals into one place; what speaks against it is said first, and a keeper may overrule it. */
export function MoveForm({ chosen, onDone }: { chosen: readonly AnimalRow[]; onDone(): void }) {
  const { data } = usePlaces()
  const { enter } = useLog()
  /** Why they may not live there, until somewhere else is picked. */
  const [against, setAgainst] = useState('')
  const names = placeNames(data ?? [])
  const moving = useContractForm({
    begin: { placeId: null as string | null, despite: '' },
    schema: payloadSchema('moved'),
    body: ({ placeId, despite }) => ({
      placeId,
      ...(against && despite.trim() ? { despite: despite.trim() } : {}),
    }),
    send: async (payload) => {
      const items = chosen.map(({ id }) => ({
        kind: 'moved' as const,
        subject: { type: 'animal' as const, id },
        payload,
      }))
      try {
        for (let start = 0; start < items.length; start += AT_ONCE) {
          const part = items.slice(start, start + AT_ONCE)
          await enter(part, `${part.length} moved to ${names.get(payload.placeId)}`)
        }
      } catch (error) {
        if (!(error instanceof RefusedError) || !error.says('placeId')) throw error
        setAgainst(error.words)
        return NOT_YET
      }
      return onDone()
    },
  })
  return (
    <ContractForm
      of={moving}
      label="Move animals"
      actions={
        <FormActions of={moving} save={against ? 'Move them anyway' : 'Move animals'} onCancel={onDone} />
      }
    >
      <PickField
        name="placeId"
        label="Where to"
        options={(data ?? []).map((p) => ({ value: p.id, label: names.get(p.id)! }))}
        onPick={() => setAgainst('')}
        needed="Choose where to"
      />
      <Overrule against={against} why="Why move them anyway?" savedWith="the move" most={200} />
    </ContractForm>
  )
}
