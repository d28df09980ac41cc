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
  danger = false,
  plain = false,
}: {
  of: ContractForm<D>
  /** What is done, as a verb and its object. */
  save: string
  /** Nothing where the form stays. */
  onCancel?(): void
  disabled?: boolean
  /** For a form that is a page of its own. */
  large?: boolean
  /** Enter is enough where everything is as proposed. */
  enterSaves?: boolean
  /** It is pressed, before anything is sent. */
  onSave?(): void
  /** One of several forms of a page, and not its main act. */
  plain?: boolean
  /** It takes something away for good. */
  danger?: boolean
  /** Other ways on. */
  children?: ReactNode
}) {
  const size = large ? 'large' : 'medium'
  return (
    <>
      <Button
        type={plain || danger ? 'default' : 'primary'}
        htmlType="submit"
        size={size}
        loading={of.sending}
        danger={danger}
        disabled={disabled}
        autoFocus={enterSaves}
        {...(onSave && { onClick: onSave })}
      >
        {save}
      </Button>
      {children}
      {onCancel && (
        <Button
          size={size}
          onClick={() => {
            of.startAnew()
            onCancel()
          }}
        >
          Cancel
        </Button>
      )}
    </>
  )
}
