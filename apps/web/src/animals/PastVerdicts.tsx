import { animalsApi, type ReplyOf } from '@hatch-book/contract'
import { useState } from 'react'
import { withDays } from '../parts/sentence'
import { Verdict } from '../parts/Verdict'
import { useAsk } from '../shell/api'
import { useFigures } from '../shell/figures'

const verdictsOf = ({ verdicts }: ReplyOf<typeof animalsApi.pastVerdicts>) => verdicts

/** How it was judged at each weighing, by the edition of its protocol that was in force then. */
export function PastVerdicts({ animalId }: { animalId: string }) {
  const figures = useFigures()
  const [open, setOpen] = useState(false)
  const { data } = useAsk(
    animalsApi.pastVerdicts,
    { params: { id: animalId } },
    { select: verdictsOf, enabled: open },
  )
  return (
    <details className="card above-16" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>How it was judged before</summary>
      {data && data.length === 0 && <p className="quiet">It was never weighed, so never judged.</p>}
      {data && data.length > 0 && (
        <table className="plain-table small">
          <thead>
            <tr>
              <th>weighed</th>
              <th>verdict then</th>
              <th>because</th>
              <th>by</th>
            </tr>
          </thead>
          <tbody>
            {data.map((v, i) => (
              <tr key={i}>
                <td className="nowrap">{figures.day(v.on)}</td>
                <td className="nowrap">
                  <Verdict verdict={v.verdict} />
                </td>
                <td>{withDays(v.because, figures.day)}</td>
                <td>{v.edition}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </details>
  )
}
