import type { ColonyView } from '@hatch-book/contract'
import { countByScoops, doubtCount, type Estimate } from '@hatch-book/core'
import { Button, Input } from 'antd'
import { useState, type FormEvent } from 'react'
import { NumberField } from '../parts/NumberField'
import { useLog } from '../shell/log'

const NONE: Estimate = { count: 0, low: 0, high: 0 }

/** Figures with anything between them: what each scoop held. @returns null where something is no figure */
function scoopsOf(text: string): number[] | null {
  const words = text.split(/[\s,;]+/).filter((w) => w !== '')
  const figures = words.map(Number)
  return figures.every((n) => Number.isFinite(n) && n >= 0) ? figures : null
}

/** A count in a few keys: one scoop after another for each size; one scoop of one is a count of all. */
export function CountForm({ colony, onDone }: { colony: ColonyView; onDone(): void }) {
  const { write } = useLog()
  const [scoopsInAll, setScoopsInAll] = useState(20)
  const [text, setText] = useState<Record<string, string>>({})
  const [says, setSays] = useState('')
  const [asked, setAsked] = useState('')
  const rows = [...colony.model.stages.map((s) => s.name), 'females', 'males']
  const estimate = (name: string): Estimate | null => {
    const scoops = scoopsOf(text[name] ?? '')
    if (scoops === null) return null
    return scoops.length === 0 ? NONE : countByScoops(scoops, 1 / scoopsInAll)
  }
  const told = rows.map((name) => ({ name, estimate: estimate(name) }))
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const wrong = told.find((t) => t.estimate === null)
    if (wrong) return setSays(`${wrong.name}: write figures from 0 on, such as 4 3 6`)
    const all = Object.fromEntries(told.map((t) => [t.name, t.estimate!]))
    const sum = (names: readonly string[]) => names.reduce((a, n) => a + Math.round(all[n]!.count), 0)
    const stages = colony.model.stages.map((s) => s.name)
    if (rows.every((name) => (text[name] ?? '').trim() === ''))
      return setSays('Enter at least one count. If the colony is empty, enter 0.')
    const before = colony.counts[0]
    const doubt =
      sum(rows) === 0
        ? 'This records an empty colony. Have they all died or been moved?'
        : doubtCount(
            before
              ? {
                  young: Math.round(before.young.reduce((a, b) => a + b, 0)),
                  grown: Math.round(before.females + before.males),
                }
              : null,
            { young: sum(stages), grown: sum(['females', 'males']) },
          )
    // Asked once; the same count sent again is meant.
    if (doubt && asked !== doubt) {
      setAsked(doubt)
      return setSays(`${doubt} Press again to keep it.`)
    }
    await write(
      [
        {
          kind: 'counted',
          subject: { type: 'colony', id: colony.id },
          payload: {
            young: Object.fromEntries(stages.filter((n) => all[n]!.count > 0).map((n) => [n, all[n]!])),
            ...{ females: all.females!, males: all.males! },
            how: scoopsInAll === 1 ? 'one by one' : 'by scoops',
          },
        },
      ],
      `${colony.name} counted: ${sum(rows).toLocaleString('en')}`,
      { onKept: onDone },
    )
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 12 }}
      onSubmit={(e) => void save(e)}
      aria-label="Count a scoop"
    >
      <h2>Count a scoop</h2>
      <NumberField
        name="So many scoops make the colony"
        value={scoopsInAll}
        onChange={setScoopsInAll}
        min={1}
        max={10_000}
      />
      <table className="plain-table small">
        <tbody>
          {told.map(({ name, estimate: e }, i) => (
            <tr key={name}>
              <td className="nowrap">{name}</td>
              <td>
                <Input
                  aria-label={name}
                  size="small"
                  placeholder="4 3 6"
                  autoFocus={i === 0}
                  value={text[name] ?? ''}
                  onChange={(event) => setText((t) => ({ ...t, [name]: event.target.value }))}
                />
              </td>
              <td className="fig right nowrap">
                {e === null ? (
                  <span className="bad">no figure</span>
                ) : e.count > 0 ? (
                  `${Math.round(e.count)} (${Math.round(e.low)}–${Math.round(e.high)})`
                ) : (
                  ''
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {says && <p className="bad small">{says}</p>}
      <Button type="primary" htmlType="submit">
        Keep the count
      </Button>{' '}
      <Button onClick={onDone}>Leave it</Button>
    </form>
  )
}
