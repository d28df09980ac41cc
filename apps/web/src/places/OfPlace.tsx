import { Button } from 'antd'
import { Fragment, useState, type ReactNode } from 'react'

interface Act {
  label: string
  onPress(): void
}

/** What stands at a place or is done there, one line for each thing, and how another is added. */
export function OfPlace({
  label,
  lines,
  add,
  form,
}: {
  label: string
  lines: readonly { name: string; told: ReactNode; acts: readonly Act[]; below?: ReactNode }[]
  /** What the button says that adds one; null for whoever adds none. */
  add: string | null
  form(onDone: () => void): ReactNode
}) {
  const [adding, setAdding] = useState(false)
  if (lines.length === 0 && add === null) return null
  return (
    <section className="small above-12" aria-label={label}>
      {lines.map(({ name, told, acts, below }) => (
        <div key={name}>
          <div className="between">
            <span>
              {name} {told}
            </span>
            <span className="nowrap">
              {acts.map(({ label: says, onPress }, i) => (
                <Fragment key={says}>
                  {i > 0 && ' · '}
                  <button type="button" className="plain" aria-label={`${says}: ${name}`} onClick={onPress}>
                    {says}
                  </button>
                </Fragment>
              ))}
            </span>
          </div>
          {below}
        </div>
      ))}
      {add !== null && !adding && (
        <Button size="small" className="above-8" onClick={() => setAdding(true)}>
          {add}
        </Button>
      )}
      {adding && form(() => setAdding(false))}
    </section>
  )
}
