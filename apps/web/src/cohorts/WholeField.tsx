import { InputNumber } from 'antd'
import { Labelled } from '../parts/Labelled'

/** Whole animals; the first field of a form has the hand in it. */
export function WholeField({
  name,
  value,
  onChange,
  first = false,
  min = 0,
}: {
  name: string
  value: number | null
  onChange(value: number | null): void
  first?: boolean
  min?: number
}) {
  return (
    <Labelled name={name}>
      <InputNumber
        aria-label={name}
        min={min}
        max={1_000_000}
        precision={0}
        value={value}
        autoFocus={first}
        onChange={onChange}
        className="w-110"
      />
    </Labelled>
  )
}
