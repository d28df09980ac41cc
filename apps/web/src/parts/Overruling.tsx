import type { AnimalPage } from '@hatch-book/contract'
import { payloadSchema, type PayloadOf } from '@hatch-book/core'
import { Button } from 'antd'
import { useState, type ReactNode } from 'react'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { ContractForm } from './form/ContractForm'
import { ChoiceField, TextField } from './form/fields'
import { FormActions } from './form/FormActions'
import { useContractForm } from './form/useContractForm'

type Verdict = PayloadOf<'overruled'>['verdict']

/** Who said otherwise, when and why; and the way back. */
export function OverrulingNote({
  animalId,
  of,
  children,
}: {
  animalId: string
  of: NonNullable<AnimalPage['leaving']['overruled']>
  /** What was said instead, where it might be one of several. */
  children?: ReactNode
}) {
  const figures = useFigures()
  return (
    <p className="note">
      Overruled{children} by {of.by} on {figures.day(of.on)}: {of.reason}{' '}
      <WithdrawDecision animalId={animalId} entryId={of.entryId} />
    </p>
  )
}

/** Takes back what was decided over the rules, for whoever may decide. */
export function WithdrawDecision({ animalId, entryId }: { animalId: string; entryId: string }) {
  const { decide } = useMay()
  const { strike } = useLog()
  if (!decide) return null
  const withdraw = () =>
    strike(
      [{ id: entryId, subject: { type: 'animal', id: animalId } }],
      'decision withdrawn',
      'Decision withdrawn: the rules apply again',
    )
  return (
    <button type="button" className="plain" onClick={() => void withdraw()}>
      withdraw the decision
    </button>
  )
}

interface Overruled {
  animalId: string
  about: 'readiness' | 'leaving' | 'rest'
  verdicts: readonly Verdict[]
  /** What the rules say, which nobody needs to say again. */
  now: string
}

/** A keeper knows better, and says why. */
export function OverruleForm(props: Overruled) {
  const [open, setOpen] = useState(false)
  return open ? (
    <OverruleFields {...props} onDone={() => setOpen(false)} />
  ) : (
    <Button className="above-12" onClick={() => setOpen(true)}>
      Overrule
    </Button>
  )
}

function OverruleFields({ animalId, about, verdicts, now, onDone }: Overruled & { onDone(): void }) {
  const { enter } = useLog()
  const choices = verdicts.filter((v) => v !== now)
  const overruling = useContractForm({
    begin: { verdict: choices[0]!, reason: '' },
    schema: payloadSchema('overruled'),
    body: ({ verdict, reason }) => ({ about, verdict, reason: reason.trim() }),
    send: async (payload) => {
      const subject = { type: 'animal' as const, id: animalId }
      await enter([{ kind: 'overruled', subject, payload }], `Your decision is saved: ${payload.verdict}`)
      onDone()
    },
  })
  return (
    <ContractForm
      of={overruling}
      label="Overrule"
      className="above-16"
      actions={<FormActions of={overruling} save="Overrule" onCancel={onDone} />}
    >
      {choices.length > 1 && <ChoiceField name="verdict" label="It is" options={choices} />}
      <TextField
        name="reason"
        label="Why"
        rows={2}
        most={400}
        autoFocus
        needed="Give a reason. It is saved in the log with the verdict."
      />
    </ContractForm>
  )
}
