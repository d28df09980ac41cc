import { Form } from 'antd'
import { useId, type CSSProperties, type ReactNode } from 'react'
import type { ContractForm as Kit } from './useContractForm'
import css from '../contractForm.module.css'

/** A form of the kit: its fields, then what was refused and is about none of them, then its buttons. */
export function ContractForm<D extends object>({
  of,
  label,
  actions,
  children,
  className = '',
  style,
  large = false,
  disabled = false,
}: {
  of: Kit<D>
  /** What the form is for. */
  label: string
  actions: ReactNode
  children: ReactNode
  className?: string
  style?: CSSProperties
  /** For a form that is a page of its own. */
  large?: boolean
  /** It may be read, and not be changed by who is here. */
  disabled?: boolean
}) {
  // Of two forms on a page each has fields of its own, also where they are called alike.
  const id = useId()
  return (
    <Form
      name={id}
      form={of.form}
      initialValues={of.begin}
      layout="vertical"
      disabled={disabled}
      {...(large && { size: 'large' as const })}
      colon={false}
      requiredMark={false}
      scrollToFirstError={{ block: 'nearest', focus: true }}
      aria-label={label}
      className={`${css.contractForm} ${className}`}
      {...(style && { style })}
      {...of.handlers}
    >
      {of.isRestored && (
        <p className="note small" role="status">
          What you wrote here before is back.{' '}
          <button type="button" className="plain" onClick={of.startAnew}>
            start again
          </button>
        </p>
      )}
      {children}
      {of.fault && (
        <p className="note bad" role="alert">
          {of.fault.replace(/\.?$/, '.')} What you wrote is still here.
        </p>
      )}
      <div className={`row ${css.formActions}`}>{actions}</div>
    </Form>
  )
}
