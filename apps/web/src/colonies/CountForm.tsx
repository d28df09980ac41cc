import type { ColonyView } from '@hatch-book/contract'
import { countByScoops, doubtCount, payloadSchema, type Estimate } from '@hatch-book/core'
import { Form, Input } from 'antd'
import { useState } from 'react'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { NOT_YET, useContractForm } from '../parts/form/useContractForm'
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
  const { enter } = useLog()
  const [asked, setAsked] = useState('')
  const stages = colony.model.stages.map((s) => s.name)
  const rows = [...stages, 'females', 'males']
  const estimate = (name: string, { seen, scoopsInAll }: CountDraft): Estimate | null => {
    const scoops = scoopsOf(seen[name] ?? '')
    if (scoops === null) return null
    return scoops.length === 0 ? NONE : countByScoops(scoops, 1 / (scoopsInAll ?? 1))
  }
  const count = useContractForm({
    begin: { scoopsInAll: 20, seen: Object.fromEntries(rows.map((r) => [r, ''])) } as CountDraft,
    schema: payloadSchema('counted'),
    body: (draft) => {
      const all = Object.fromEntries(rows.map((r) => [r, estimate(r, draft) ?? NONE]))
      return {
        young: Object.fromEntries(stages.filter((n) => all[n]!.count > 0).map((n) => [n, all[n]!])),
        ...{ females: all.females, males: all.males },
        how: draft.scoopsInAll === 1 ? 'one by one' : 'by scoops',
      }
    },
    send: async (payload) => {
      const young = Object.values(payload.young).reduce((sum, e) => sum + Math.round(e.count), 0)
      const grown = Math.round(payload.females.count) + Math.round(payload.males.count)
      const says = doubtOf(colony, { young, grown })
      // Asked once; the same count sent again is meant.
      if (says && asked !== says) {
        setAsked(says)
        return NOT_YET
      }
      const total = `${colony.name} counted: ${(young + grown).toLocaleString('en')}`
      const subject = { type: 'colony' as const, id: colony.id }
      return enter([{ kind: 'counted', subject, payload }], total, { onKept: onDone })
    },
    fieldOf: (field) => field.replace(/^(?:young\.)?/, 'seen.'),
  })
  const nothing = rows.every((name) => (count.draft.seen[name] ?? '').trim() === '')
  return (
    <ContractForm
      of={count}
      label="Count a scoop"
      className="card now below-12"
      actions={<FormActions of={count} save="Save count" onCancel={onDone} />}
    >
      <h2>Count a scoop</h2>
      <NumberField
        name="scoopsInAll"
        label="So many scoops make the colony"
        min={1}
        max={10_000}
        width={120}
        needed="write how many scoops make the colony"
      />
      <table className="plain-table small">
        <tbody>
          {rows.map((name, i) => (
            <tr key={name}>
              <th scope="row" className="nowrap">
                {name}
              </th>
              <td>
                <Form.Item
                  name={['seen', name]}
                  noStyle={false}
                  className="below-0"
                  rules={[
                    {
                      validator: (_, text: string) =>
                        scoopsOf(text ?? '') === null
                          ? Promise.reject(new Error(`${name}: write figures from 0 on, such as 4 3 6`))
                          : nothing && i === 0
                            ? Promise.reject(
                                new Error('Enter at least one count. If the colony is empty, enter 0.'),
                              )
                            : Promise.resolve(),
                    },
                  ]}
                  validateTrigger="onSubmit"
                >
                  <Input aria-label={name} size="small" placeholder="4 3 6" autoFocus={i === 0} />
                </Form.Item>
              </td>
              <td className="fig right nowrap">{inWords(estimate(name, count.draft))}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {asked && (
        <p className="bad small" role="alert">
          {asked} Save it again if it is so.
        </p>
      )}
    </ContractForm>
  )
}

interface CountDraft {
  scoopsInAll: number | null
  /** What each scoop held, by stage, as typed. */
  seen: Record<string, string>
}

const inWords = (e: Estimate | null) =>
  e === null ? (
    <span className="bad">no figure</span>
  ) : e.count > 0 ? (
    `${Math.round(e.count)} (${Math.round(e.low)}–${Math.round(e.high)})`
  ) : (
    ''
  )

/** What makes a count hard to believe; nothing where it may well be so. */
function doubtOf(colony: ColonyView, now: { young: number; grown: number }): string {
  if (now.young + now.grown === 0) return 'This records an empty colony. Have they all died or been moved?'
  const [before] = colony.counts
  const then = before && {
    young: Math.round(before.young.reduce((a, b) => a + b, 0)),
    grown: Math.round(before.females + before.males),
  }
  return doubtCount(then ?? null, now) ?? ''
}
