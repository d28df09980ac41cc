import { toCelsius, toFahrenheit } from '@hatch-book/core'
import { InputNumber, type InputNumberProps } from 'antd'
import { useFigures } from '../shell/figures'

/** Shown to a hundredth, held so finely that whatever is typed comes back as it was typed. */
const to = (digits: number, value: number) => Number(value.toFixed(digits))

/** A temperature on a control without a form of the kit: shown and typed in the book's unit, held in °C. */
export function TemperatureInput({
  label,
  celsius,
  onChange,
  ...rest
}: {
  /** Of what; the unit is put behind it. */
  label: string
  celsius: number | null
  onChange(celsius: number | null): void
} & Omit<InputNumberProps<number>, 'value' | 'onChange' | 'min' | 'max' | 'aria-label'>) {
  const { temperatureUnit } = useFigures()
  const fahrenheit = temperatureUnit === '°F'
  const shown = celsius === null || Number.isNaN(celsius) ? null : celsius
  return (
    <InputNumber<number>
      aria-label={`${label}, ${temperatureUnit}`}
      value={shown === null ? null : to(2, fahrenheit ? toFahrenheit(shown) : shown)}
      onChange={(typed) => onChange(typed === null ? null : to(4, fahrenheit ? toCelsius(typed) : typed))}
      {...rest}
    />
  )
}
