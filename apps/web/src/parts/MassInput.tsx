import { Input, type InputProps } from 'antd'
import { useFigures } from '../shell/figures'

/** A weight as it is typed: in the book's unit, or with its own behind it. What cannot be read is said beneath it at once. */
export function MassInput({
  value,
  onChange,
  ...input
}: Omit<InputProps, 'value' | 'onChange'> & { value: string; onChange(typed: string): void }) {
  const figures = useFigures()
  // Half-written, as `12,` is, it is not wrong yet.
  const says = /[.,]$/.test(value.trim()) ? null : figures.weightFault(value)
  return (
    <>
      <Input
        inputMode="decimal"
        autoComplete="off"
        placeholder={figures.weightUnit}
        {...input}
        value={value}
        onChange={(e) => onChange(e.target.value)}
        aria-invalid={says !== null}
        {...(says === null ? {} : { status: 'error' as const })}
      />
      {says !== null && (
        <span className="bad small" role="alert">
          {says}
        </span>
      )}
    </>
  )
}
