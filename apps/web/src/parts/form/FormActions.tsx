import { Button } from 'antd'
import type { ContractForm } from './useContractForm'

/** The two ways out of a form: it is sent, or what was written is dropped. */
export function FormActions<D extends object>({
  of,
  save,
  onCancel,
  disabled = false,
}: {
  of: ContractForm<D>
  /** What is done, as a verb and its object. */
  save: string
  onCancel(): void
  disabled?: boolean
}) {
  return (
    <>
      <Button type="primary" htmlType="submit" loading={of.sending} disabled={disabled}>
        {save}
      </Button>
      <Button
        onClick={() => {
          of.startAnew()
          onCancel()
        }}
      >
        Cancel
      </Button>
    </>
  )
}
