import { doubtCohortCount, GROWN, type Estimate } from '@hatch-book/core'
import { Input } from 'antd'
import { useState } from 'react'
import { Labelled } from '../parts/Labelled'
import { useLog } from '../shell/log'
import { FormCard } from './FormCard'
import { countOf, type ActProps } from './study'

/** A count is a figure, or two with a dash between: from so many to so many. @returns null where it is neither */
export function readCount(text: string): Estimate | null {
  const trimmed = text.trim()
  if (trimmed === '') return { count: 0, low: 0, high: 0 }
  const [low, high = low, ...more] = trimmed
    .split(/-|–|to/)
    .map((part) => (part.trim() === '' ? NaN : Number(part)))
  if (more.length > 0 || !Number.isInteger(low) || !Number.isInteger(high) || low! < 0 || low! > high!)
    return null
  return { count: Math.round((low! + high!) / 2), low: low!, high: high! }
}

/** Those of the last young stage that were told apart. */
const SEXED = ['sexed females', 'sexed males'] as const

/** All of it is looked through: so many of each stage, the stages they may be in first. */
export function CountStages({ studied, onDone }: ActProps) {
  const { write } = useLog()
  const { way, standing, cohort } = studied
  const [text, setText] = useState<Record<string, string>>({})
  const [says, setSays] = useState('')
  const [asked, setAsked] = useState('')
  const last = way.at(-1)!.name
  const known = standing.stages.map((s) => s.stage ?? way.length)
  const from = Math.max(0, Math.min(...known, way.length) - 1)
  const names = [
    ...way.slice(known.length > 0 ? from : 0).map((s) => s.name),
    ...(studied.protocol.adults ? ['females', 'males'] : ['grown']),
  ]
  const keep = async () => {
    const read = (name: string) => [name, readCount(text[name] ?? '')] as const
    const told = names.map(read)
    const [females, males] = SEXED.map((name) => read(name)[1]?.count ?? 0) as [number, number]
    const wrong = [...told, ...SEXED.map(read)].find(([, e]) => e === null)
    if (wrong) return setSays(`${wrong[0]}: write a figure such as 40, or 35-45`)
    const stages = Object.fromEntries(told.filter(([, e]) => e!.high > 0).map(([name, e]) => [name, e!]))
    const sum = (of: (name: string) => boolean) =>
      Object.entries(stages).reduce((all, [name, e]) => all + (of(name) ? e.count : 0), 0)
    const grown = (name: string) => (GROWN as readonly string[]).includes(name)
    const doubt = doubtCohortCount(standing, { young: sum((n) => !grown(n)), grown: sum(grown) })
    // Asked once; the same count sent again is meant.
    if (doubt && asked !== doubt) {
      setAsked(doubt)
      return setSays(`${doubt} Press again to keep it.`)
    }
    const sexed = females + males > 0 ? { sexed: { females, males } } : {}
    if (females + males > (stages[last]?.high ?? 0)) return setSays(`more were sexed than there are ${last}`)
    const entry = {
      kind: 'cohort counted' as const,
      subject: { type: 'cohort' as const, id: cohort.id },
      payload: { stages, ...sexed },
    }
    await write([entry], `${cohort.name} counted: ${sum(() => true)}`, { onKept: onDone })
  }
  const field = (name: string, first = false, placeholder = '') => (
    <Input
      aria-label={name}
      size="small"
      autoFocus={first}
      placeholder={placeholder}
      value={text[name] ?? ''}
      onChange={(e) => setText((t) => ({ ...t, [name]: e.target.value }))}
      className="w-90"
    />
  )
  return (
    <FormCard title="Count them" keep="Save count" says={says} onKeep={keep} onDone={onDone}>
      <p className="small quiet">A figure, or from-to such as 35-45. What is left empty is not there.</p>
      <table className="plain-table small">
        <tbody>
          {names.map((name, i) => (
            <tr key={name}>
              <td className="nowrap">{name}</td>
              <td>{field(name, i === 0, String(countOf(standing, name) || ''))}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {studied.protocol.adults && names.includes(last) && (
        <div className="row gap-12">
          {SEXED.map((name, i) => (
            <Labelled key={name} name={i === 0 ? `${last}: ${name}` : name}>
              {field(name)}
            </Labelled>
          ))}
        </div>
      )}
    </FormCard>
  )
}
