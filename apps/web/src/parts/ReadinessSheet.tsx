import type { AnimalPage } from '@hatch-book/contract'
import { useFigures } from '../shell/figures'
import { useAnimal } from '../shell/queries'
import { useMay } from '../shell/session'
import { OverruleForm, OverrulingNote } from './Overruling'
import { ReasonList, ReasonsSheet } from './Reasons'
import { Verdict } from './Verdict'

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
  const overruled = readiness.overruled
  return (
    <>
      <p className="bigger">
        <Verdict verdict={readiness.verdict} />
        {readiness.expected && readiness.verdict !== 'ready' && (
          <span className="quiet"> ready expected {figures.span(readiness.expected)}</span>
        )}
      </p>
      {readiness.stopRule && <p className="note">A trial has a stop rule: {readiness.stopRule}.</p>}
      {overruled && (
        <OverrulingNote animalId={animal.id} of={overruled}>
          {' '}
          to <Verdict verdict={overruled.verdict as 'ready'} />
        </OverrulingNote>
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
