import type { ReactNode } from 'react'

/** The head of a page: its title, and beside it what can be done. The way to other pages stands over it, in the frame. */
export function PageHead({ title, children }: { title: ReactNode; children?: ReactNode }) {
  return (
    <div className="head">
      <h1>{title}</h1>
      <div className="side">{children}</div>
    </div>
  )
}
