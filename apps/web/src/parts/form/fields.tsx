import {
  Checkbox,
  DatePicker,
  Form,
  Input,
  InputNumber,
  Segmented,
  Select,
  type FormItemProps,
  type SelectProps,
} from 'antd'
import dayjs, { type Dayjs } from 'dayjs'
import type { CSSProperties, ReactNode } from 'react'
import { useFigures, type Figures, type Quantifiable } from '../../shell/figures'
import { useSession } from '../../shell/session'
import { fromWallClock, toWallClock } from '../../shell/wallClock'
import type { FieldName } from './faults'

interface FieldProps {
  name: FieldName
  label: ReactNode
  /** What helps, while nothing is wrong. */
  hint?: ReactNode
  width?: number
  autoFocus?: boolean
  /** What is said where it is left empty; nothing where it may be. */
  needed?: string
  /** What is wrong with what was written; null where nothing is. */
  check?: (text: string) => string | null
}
const rulesOf = ({ needed, check }: FieldProps) => [
  ...(check
    ? [
        {
          validator: (_: unknown, text: unknown) => {
            const says = check(String(text ?? ''))
            return says === null ? Promise.resolve() : Promise.reject(new Error(says))
          },
        },
      ]
    : []),
  ...(needed
    ? [
        {
          validator: (_: unknown, value: unknown) =>
            value === null || value === undefined || (typeof value === 'string' && value.trim() === '')
              ? Promise.reject(new Error(needed))
              : Promise.resolve(),
        },
      ]
    : []),
]
const sized = (width: number | undefined): { style: CSSProperties } => ({ style: { width: width ?? '100%' } })

/** Any control of a form, with its name above and what is wrong beneath it. */
export function Field({
  children,
  held = {},
  ...field
}: FieldProps & {
  children: ReactNode
  /** How the control's value stands for what the form holds. */
  held?: Pick<FormItemProps, 'getValueProps' | 'normalize'>
}) {
  return (
    <Form.Item
      name={field.name as never}
      label={field.label}
      extra={field.hint}
      rules={rulesOf(field)}
      {...held}
    >
      {children}
    </Form.Item>
  )
}

export function TextField({
  most,
  placeholder,
  rows,
  fills,
  isCode = false,
  ...field
}: FieldProps & {
  most?: number
  placeholder?: string
  rows?: number
  /** What the browser may fill in by itself, such as `email`. */
  fills?: string
  /** Figures that are read off another device. */
  isCode?: boolean
}) {
  const common = {
    ...sized(field.width),
    ...(most && { maxLength: most }),
    ...(placeholder && { placeholder }),
    ...(field.autoFocus && { autoFocus: true }),
    ...(fills && { autoComplete: fills }),
    ...(isCode && { inputMode: 'numeric' as const, autoComplete: 'one-time-code' }),
  }
  return <Field {...field}>{rows ? <Input.TextArea rows={rows} {...common} /> : <Input {...common} />}</Field>
}

/** A password: the one that holds, or a new one; the browser offers the one it knows where that is of any use. */
export function PasswordField({
  isNew = false,
  isOffered = false,
  ...field
}: FieldProps & { isNew?: boolean; isOffered?: boolean }) {
  return (
    <Field {...field}>
      <Input.Password
        autoComplete={isNew ? 'new-password' : isOffered ? 'current-password' : 'off'}
        {...sized(field.width)}
      />
    </Field>
  )
}

/** A count or another figure without a unit. */
export function NumberField({
  min,
  max,
  step = 1,
  parts = step !== 1,
  ...field
}: FieldProps & {
  min: number
  max: number
  step?: number
  /** Whether it may be something between two whole ones, as a price. */
  parts?: boolean
}) {
  return (
    <Field {...field}>
      <InputNumber
        min={min}
        max={max}
        step={step}
        {...(!parts && { precision: 0 })}
        {...sized(field.width)}
      />
    </Field>
  )
}

/** One of several, looked for by what is written of them. */
export function PickField<V>({
  options,
  placeholder,
  clear = false,
  onPick,
  proposed,
  ...field
}: FieldProps & {
  /** What stands there until something is picked. */
  proposed?: V | null
  options: NonNullable<SelectProps<V>['options']>
  placeholder?: string
  /** Whether none may be picked. */
  clear?: boolean
  onPick?(value: V): void
}) {
  return (
    <Field
      {...field}
      held={{
        getValueProps: (value: V | null) => ({ value: value ?? proposed ?? null }),
        // What is cleared is none, not something forgotten.
        normalize: (value: unknown) => value ?? null,
      }}
    >
      <Select<V>
        showSearch={{ optionFilterProp: 'label' }}
        options={options}
        allowClear={clear}
        {...(placeholder && { placeholder })}
        {...(onPick && { onChange: onPick })}
        {...sized(field.width)}
      />
    </Field>
  )
}

/** One of few, all of them seen at once. */
export function ChoiceField<V extends string>({
  options,
  onPick,
  ...field
}: FieldProps & { options: readonly (V | { value: V; label: string })[]; onPick?(value: V): void }) {
  return (
    <Field {...field}>
      <Segmented<V>
        options={options as never}
        aria-label={String(field.label)}
        {...(onPick && { onChange: onPick })}
      />
    </Field>
  )
}

/** Any of several, each ticked by itself. */
export function CheckField({
  options,
  ...field
}: FieldProps & { options: readonly { value: string; label: string }[] }) {
  return (
    <Field {...field}>
      <Checkbox.Group options={[...options]} />
    </Field>
  )
}

/** A day, held as the text that is sent. */
export function DayField({
  earliest,
  latest,
  ...field
}: FieldProps & { earliest?: string; latest?: string }) {
  const { today } = useSession()
  return (
    <Field
      {...field}
      held={{
        getValueProps: (day: string | null) => ({ value: day ? dayjs(day) : null }),
        normalize: (day: Dayjs | string | null) =>
          day && typeof day !== 'string' ? day.format('YYYY-MM-DD') : day,
      }}
    >
      <DatePicker
        format="D MMM YYYY"
        // The book's day, which is another than the machine's where it stands still.
        defaultPickerValue={dayjs(today)}
        // One that is needed is changed for another, and never for none.
        allowClear={field.needed === undefined}
        {...(earliest && { minDate: dayjs(earliest) })}
        {...(latest && { maxDate: dayjs(latest) })}
        {...sized(field.width)}
      />
    </Field>
  )
}

/** A moment by the book's clock, held as the instant that is sent. */
export function MomentField(field: FieldProps) {
  const { now, book } = useSession()
  return (
    <Field
      {...field}
      held={{
        getValueProps: (iso: string) => ({ value: toWallClock(iso, book.zone) }),
        normalize: (moment: Dayjs | string) =>
          typeof moment === 'string' ? moment : fromWallClock(moment, book.zone, now),
      }}
    >
      <DatePicker
        showTime={{ format: 'HH:mm' }}
        format="D MMM YYYY HH:mm"
        maxDate={toWallClock(now, book.zone)}
        allowClear={false}
      />
    </Field>
  )
}

/**
 * A control of its own making for a part of the draft: it gets `value` and `onChange`, and says itself what is wrong with which of its parts.
 * @param proposed what stands in it until something is chosen
 */
export function OwnField<V>({
  name,
  proposed,
  children,
}: {
  name: FieldName
  proposed?: V
  children: ReactNode
}) {
  return (
    <Form.Item
      name={name as never}
      help=""
      getValueProps={(value: V | null) => ({ value: value ?? proposed })}
    >
      {children}
    </Form.Item>
  )
}

/** Half-written, as `12,` is, it is not wrong yet. */
const whole = (typed: string) => typed.replace(/[.,]\s*$/, '')

/** Why what is typed into a field of a quantity cannot be read; null where it can, or where nothing is. */
export function faultOf(figures: Figures, of: Quantifiable, typed: string): string | null {
  const read = figures.typed[of].read(whole(typed))
  return 'says' in read ? read.says : null
}

/** What is typed into a field of a quantity, in g, °C or mm; null where nothing is, or nothing that can be read: its field says so. */
export function quantityOf(figures: Figures, of: Quantifiable, typed: string): number | null {
  const read = figures.typed[of].read(whole(typed))
  return 'value' in read ? read.value : null
}

/** A weight, a temperature or a length as it is typed: in the book's unit or with its own behind it, with a comma or a point. */
export function QuantityField({ of, label, needed, ...field }: FieldProps & { of: Quantifiable }) {
  const { unit, read } = useFigures().typed[of]
  return (
    <Form.Item
      name={field.name as never}
      label={`${String(label)}, ${unit}`}
      extra={field.hint}
      rules={[
        {
          validator: (_, typed: string) => {
            const found = read(whole(typed ?? ''))
            const says = 'says' in found ? found.says : found.value === null ? needed : undefined
            return says ? Promise.reject(new Error(says)) : Promise.resolve()
          },
        },
      ]}
    >
      <Input
        inputMode="decimal"
        autoComplete="off"
        className="fig"
        placeholder={unit}
        {...(field.autoFocus && { autoFocus: true })}
        {...sized(field.width)}
      />
    </Form.Item>
  )
}
