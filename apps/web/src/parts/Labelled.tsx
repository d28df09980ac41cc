import type { ReactNode } from 'react'
import css from './contractForm.module.css'

/** A field in a row of fields, with its name written above it. */
export function Labelled({ name, children }: { name: string; children: ReactNode }) {
  return (
    <label className={`small ${css.stacked}`}>
      {name}
      {children}
    </label>
  )
}
