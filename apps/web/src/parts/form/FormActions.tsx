import { Button } from 'antd'
import type { ReactNode } from 'react'
import type { ContractForm } from './useContractForm'

/** The two ways out of a form: it is sent, or what was written is dropped. */
export function FormActions<D extends object>({
  of,
  save,
  onCancel,
  disabled = false,
  large = false,
  enterSaves = false,
  onSave,
  children,
}: {
  of: ContractForm<D>
  /** What is done, as a verb and its object. */
  save: string
  onCancel(): void
  disabled?: boolean
  /** For a form that is a page of its own. */
  large?: boolean
  /** Enter is enough where everything is as proposed. */
  enterSaves?: boolean
  /** It is pressed, before anything is sent. */
  onSave?(): void
  /** Other ways on. */
  children?: ReactNode
}) {
  const size = large ? 'large' : 'medium'
  return (
    <>
      <Button
        type="primary"
        htmlType="submit"
        size={size}
        loading={of.sending}
        disabled={disabled}
        autoFocus={enterSaves}
        {...(onSave && { onClick: onSave })}
      >
        {save}
      </Button>
      {children}
      <Button
        size={size}
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
