import { InputNumber } from 'antd'
import { Labelled } from './Labelled'

/** A figure with its name above it; what is no figure is left as it was. */
export function NumberField({
  name,
  value,
  onChange,
  min,
  max,
  step,
}: {
  name: string
  value: number | null
  onChange(value: number): void
  min: number
  max: number
  step?: number
}) {
  return (
    <Labelled name={name}>
      <InputNumber
        aria-label={name}
        min={min}
        max={max}
        step={step ?? 1}
        value={value}
        onChange={(n) => n !== null && onChange(n)}
        className="w-110"
      />
    </Labelled>
  )
}
