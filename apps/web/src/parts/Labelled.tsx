import type { ReactNode } from 'react'

/** A field in a row of fields, with its name written above it. */
export function Labelled({ name, children }: { name: string; children: ReactNode }) {
  return (
    <label className="small stacked">
      {name}
      {children}
    </label>
  )
}
