import type { AnimalPage } from '@hatch-book/contract'
import {
  CONSEQUENCES,
  DEFECT_GRADES,
  USUAL_DEFECTS,
  type DefectGrade,
  type OutlineView,
} from '@hatch-book/core'
import { AutoComplete, Button, Segmented } from 'antd'
import { useState, type FormEvent } from 'react'
import { BodyOutline } from '../parts/BodyOutline'
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
    <section className="card" style={{ marginTop: 16 }} aria-label="Inspection">
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
      <div style={{ maxWidth: 520 }}>
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
      <p className="small quiet" style={{ marginTop: 6 }}>
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
  const { write } = useLog()
  const [defect, setDefect] = useState('')
  const [grade, setGrade] = useState<DefectGrade>('slight')
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (defect.trim() === '') return
    const written = await write(
      [
        {
          kind: 'defect found',
          subject: { type: 'animal', id: page.animal.id },
          payload: { defect: defect.trim(), grade, view, ...at },
        },
      ],
      `${page.animal.tag}: ${defect.trim()}, ${grade}`,
    )
    if (written) onDone()
  }
  return (
    <form onSubmit={(e) => void save(e)} aria-label="A defect">
      <div className="row" style={{ marginTop: 8 }}>
        <AutoComplete
          aria-label="What it is"
          autoFocus
          placeholder="what it is"
          value={defect}
          onChange={setDefect}
          style={{ width: 220 }}
          options={USUAL_DEFECTS[page.animal.bodyPlan].map((value) => ({ value }))}
          showSearch={{ filterOption: (typed, option) => option!.value.includes(typed.toLowerCase()) }}
        />
        <Segmented aria-label="Grade" value={grade} onChange={setGrade} options={[...DEFECT_GRADES]} />
        <span className="small quiet">{CONSEQUENCES[grade]}</span>
      </div>
      <div className="row" style={{ marginTop: 8 }}>
        <Button type="primary" htmlType="submit" size="small">
          Write it
        </Button>
        <Button size="small" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  )
}
