import { Button, Segmented } from 'antd'
import { useState, type ReactNode } from 'react'
import type { Writing } from './useWriting'

/**
 * Two editors changed the same: both words side by side, and for each field one is chosen. What only the other changed is taken over
 * already, and said. Nothing where nobody else saved meanwhile.
 */
export function SideBySide<W>({
  writing: { merge, settle },
  nameOf,
  show,
  onSettled,
}: {
  writing: Pick<Writing<W>, 'merge' | 'settle'>
  nameOf(field: string): string
  show(field: string, value: unknown): ReactNode
  /** What was refused before is no longer so. */
  onSettled?(): void
}) {
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set())
  if (!merge) return null
  const { conflicts, taken } = merge
  const choose = (field: string, isTheirs: boolean) => {
    const next = new Set(theirs)
    if (isTheirs) next.add(field)
    else next.delete(field)
    setTheirs(next)
  }
  return (
    <div className="card trouble above-12 below-12" role="alert" aria-label="Somebody changed this too">
      <h3>Somebody changed this while you were editing</h3>
      {taken.length > 0 && <p className="small">Taken over from them: {taken.map(nameOf).join(', ')}.</p>}
      {conflicts.length > 0 && (
        <table className="plain-table">
          <thead>
            <tr>
              <th />
              <th>before</th>
              <th>theirs</th>
              <th>yours</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {conflicts.map(({ field, base, theirs: other, mine }) => (
              <tr key={field}>
                <th scope="row">{nameOf(field)}</th>
                <td className="quiet">{show(field, base)}</td>
                <td>{show(field, other)}</td>
                <td>{show(field, mine)}</td>
                <td>
                  <Segmented
                    size="small"
                    aria-label={`${nameOf(field)} is`}
                    value={theirs.has(field) ? 'theirs' : 'yours'}
                    options={['theirs', 'yours']}
                    onChange={(chosen) => choose(field, chosen === 'theirs')}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button
        type="primary"
        className="above-12"
        onClick={() => {
          settle(theirs)
          setTheirs(new Set())
          onSettled?.()
        }}
      >
        {conflicts.length > 0 ? 'Use these' : 'Keep editing'}
      </Button>{' '}
      <span className="small quiet">Nothing is saved before you say so; theirs stays in the history.</span>
    </div>
  )
}
