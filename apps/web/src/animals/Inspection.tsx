import type { AnimalPage } from '@hatch-book/contract'
import {
  CONSEQUENCES,
  DEFECT_GRADES,
  payloadSchema,
  USUAL_DEFECTS,
  type DefectGrade,
  type OutlineView,
} from '@hatch-book/core'
import { AutoComplete, Segmented } from 'antd'
import { useState } from 'react'
import { BodyOutline } from '../parts/BodyOutline'
import { ContractForm } from '../parts/form/ContractForm'
import { ChoiceField, Field } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'

/** What was found on inspection, on the outline of its body; each grade with what follows from it. */
export function Inspection({ page }: { page: AnimalPage }) {
  const { animal, defects } = page
  const figures = useFigures()
  const may = useMay()
  const { strike } = useLog()
  const [view, setView] = useState<OutlineView>('above')
  const [at, setAt] = useState<{ x: number; y: number } | null>(null)
  return (
    <section className="card above-16" aria-label="Inspection">
      <div className="between">
        <h2>Inspection</h2>
        <Segmented
          size="small"
          aria-label="Seen from"
          value={view}
          onChange={setView}
          options={['above', 'side']}
        />
      </div>
      <div className="upto-520">
        <BodyOutline
          plan={animal.bodyPlan}
          view={view}
          marks={defects.filter((d) => d.view === view)}
          at={at}
          {...(may.write ? { onPoint: (x, y) => setAt({ x, y }) } : {})}
        />
      </div>
      {defects.length === 0 && !at && (
        <p className="small quiet">
          No defect is written down.{may.write && ' Point at the outline to write one.'}
        </p>
      )}
      {defects.length > 0 && (
        <ul className="lines">
          {defects.map((d) => (
            <li key={d.entryId} className="between">
              <span>
                <strong>{d.defect}</strong>, {d.grade}: {CONSEQUENCES[d.grade]}
              </span>
              <span className="small quiet nowrap">
                {figures.day(d.on)}
                {may.write && (
                  <>
                    {' · '}
                    <button
                      type="button"
                      className="plain"
                      aria-label={`not so: ${d.defect}`}
                      onClick={() =>
                        void strike(
                          [{ id: d.entryId, subject: { type: 'animal', id: animal.id } }],
                          'looked at again: not so',
                          `${d.defect} struck out`,
                        )
                      }
                    >
                      not so
                    </button>
                  </>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
      {at && <DefectForm page={page} view={view} at={at} onDone={() => setAt(null)} />}
      <p className="small quiet above-8">
        A hurt or failing animal belongs with a vet; what follows from a grade is kept in purpose and price.
      </p>
    </section>
  )
}

function DefectForm({
  page,
  view,
  at,
  onDone,
}: {
  page: AnimalPage
  view: OutlineView
  at: { x: number; y: number }
  onDone(): void
}) {
  const { enter } = useLog()
  const { animal } = page
  const writing = useContractForm({
    begin: { defect: '', grade: 'slight' as DefectGrade },
    schema: payloadSchema('defect found'),
    body: ({ defect, grade }) => ({ defect: defect.trim(), grade, view, ...at }),
    send: async (payload) => {
      const subject = { type: 'animal' as const, id: animal.id }
      const says = `${animal.tag}: ${payload.defect}, ${payload.grade}`
      await enter([{ kind: 'defect found', subject, payload }], says)
      onDone()
    },
  })
  return (
    <ContractForm
      of={writing}
      label="A defect"
      className="above-8"
      actions={<FormActions of={writing} save="Save defect" onCancel={onDone} />}
    >
      <Field name="defect" label="What it is" needed="Enter what it is">
        <AutoComplete
          autoFocus
          className="w-240"
          options={USUAL_DEFECTS[animal.bodyPlan].map((value) => ({ value }))}
          showSearch={{ filterOption: (typed, option) => option!.value.includes(typed.toLowerCase()) }}
        />
      </Field>
      <ChoiceField
        name="grade"
        label="Grade"
        options={DEFECT_GRADES}
        hint={CONSEQUENCES[writing.draft.grade]}
      />
    </ContractForm>
  )
}
