import type { PayloadOf } from '@hatch-book/core'
import { readTold, type AnimalPage } from '@hatch-book/contract'
import { Button, Input, Segmented } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useAnimal } from '../shell/queries'
import { useMay } from '../shell/session'
import { ReasonList, ReasonsSheet } from './Reasons'
import { Verdict } from './Verdict'

type Overruling = PayloadOf<'overruled'>['verdict']

/** Why an animal is ready, a trial, or not this season; and where a keeper says otherwise. */
export function ReadinessSheet({ animalId, onClose }: { animalId: string | null; onClose(): void }) {
  const { data } = useAnimal(animalId ?? undefined)
  return (
    <ReasonsSheet
      title={data ? `Reasons for ${data.animal.tag}` : 'Reasons'}
      open={animalId !== null}
      onClose={onClose}
    >
      {data && <ReadinessReasons page={data} />}
    </ReasonsSheet>
  )
}

export function ReadinessReasons({ page }: { page: AnimalPage }) {
  const { readiness, animal } = page
  const figures = useFigures()
  const may = useMay()
  const { strike } = useLog()
  const overruled = readiness.overruled
  return (
    <>
      <p style={{ fontSize: 18 }}>
        <Verdict verdict={readiness.verdict} />
        {readiness.expected && readiness.verdict !== 'ready' && (
          <span className="quiet"> ready expected {figures.span(readiness.expected)}</span>
        )}
      </p>
      {readiness.stopRule && <p className="note">A trial has a stop rule: {readiness.stopRule}.</p>}
      {overruled && (
        <p className="note">
          Overruled to <Verdict verdict={overruled.verdict as 'ready'} /> by {overruled.by} on{' '}
          {figures.day(overruled.on)}: {overruled.reason}
          {may.decide && (
            <>
              {' '}
              <button
                type="button"
                className="plain"
                onClick={() =>
                  void strike(
                    [{ id: overruled.entryId, subject: { type: 'animal', id: animal.id } }],
                    'overruling withdrawn',
                    'The rules judge again',
                  )
                }
              >
                let the rules judge again
              </button>
            </>
          )}
        </p>
      )}
      <ReasonList reasons={readiness.reasons} />
      {may.decide && !overruled && (
        <OverruleForm
          animalId={animal.id}
          about="readiness"
          verdicts={['ready', 'trial', 'not this season']}
          now={readiness.verdict}
        />
      )}
    </>
  )
}

/** A keeper knows better, and says why. */
export function OverruleForm({
  animalId,
  about,
  verdicts,
  now,
}: {
  animalId: string
  about: 'readiness' | 'leaving' | 'rest'
  verdicts: Overruling[]
  now: string
}) {
  const { write } = useLog()
  const choices = verdicts.filter((v) => v !== now)
  const [open, setOpen] = useState(false)
  const [verdict, setVerdict] = useState(choices[0]!)
  const [reason, setReason] = useState('')
  const [says, setSays] = useState('')
  if (!open)
    return (
      <Button style={{ marginTop: 12 }} onClick={() => setOpen(true)}>
        Overrule
      </Button>
    )
  const save = async () => {
    if (reason.trim() === '') return setSays('say why: it stands in the log beside the verdict')
    const told = readTold(
      'overruled',
      { type: 'animal', id: animalId },
      { about, verdict, reason: reason.trim() },
    )
    if ('fault' in told) return setSays(told.fault)
    if (await write([told.told], `Overruled: ${verdict}`)) setOpen(false)
  }
  return (
    <form
      style={{ marginTop: 14 }}
      onSubmit={(e) => {
        e.preventDefault()
        // It may stand over another form, which must not take it for its own.
        e.stopPropagation()
        void save()
      }}
    >
      {choices.length > 1 && (
        <Segmented options={choices} value={verdict} onChange={setVerdict} style={{ marginBottom: 8 }} />
      )}
      <div className="field">
        <label htmlFor="overrule-reason">Why</label>
        <Input.TextArea
          id="overrule-reason"
          autoFocus
          rows={2}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          maxLength={400}
          aria-invalid={says !== ''}
        />
        {says && <span className="says">{says}</span>}
      </div>
      <Button type="primary" htmlType="submit">
        Overrule
      </Button>{' '}
      <Button onClick={() => setOpen(false)}>Cancel</Button>
    </form>
  )
}
