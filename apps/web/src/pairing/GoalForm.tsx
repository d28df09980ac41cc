import { LineGoalChange, LineGoalDraft, pairingApi, newId, type LineGoalView } from '@hatch-book/contract'
import type { Wanted } from '@hatch-book/core'
import { ContractForm } from '../parts/form/ContractForm'
import { Field, NumberField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { SideBySide } from '../parts/SideBySide'
import { useWriting } from '../parts/useWriting'
import { fit, send } from '../shell/api'
import type { Scene } from './queries'
import { wishInWords } from './wish'
import { WishField } from './WishField'
import { percent } from './words'

type GoalWriting = Pick<LineGoalView, 'name' | 'line' | 'number' | 'mostInbreeding' | 'years' | 'tubs'> & {
  wanted: Wanted | null
}

const LIMITS = {
  ...{ number: 'How many', mostInbreeding: 'Inbred at most' },
  ...{ years: 'Within seasons', tubs: 'Tubs at a time' },
}
const NAMES: Record<string, string> = {
  ...{ wanted: 'What it is for', line: 'From the animals of', name: 'Name' },
  ...LIMITS,
}

function shown(field: string, value: unknown): string {
  if (field === 'wanted') return wishInWords(value as Wanted | null)
  if (field === 'mostInbreeding') return percent(value as number)
  return value === '' ? (field === 'line' ? 'all lines' : '–') : String(value)
}

/** What a line is for: the animal, how many, and the limits it is to be reached under. */
export function GoalForm({
  scene,
  goal,
  onDone,
}: {
  scene: Scene
  goal: LineGoalView | null
  onDone(): void
}) {
  const writing = useWriting<GoalWriting>({
    version: goal?.version ?? 0,
    writing: {
      ...{ wanted: goal?.wanted ?? null, name: goal?.name ?? '', line: goal?.line ?? '' },
      number: goal?.number ?? 2,
      mostInbreeding: goal?.mostInbreeding ?? scene.rules.kin.alarm,
      years: goal?.years ?? 8,
      tubs: goal?.tubs ?? 8,
    },
  })
  const { merge } = writing
  const form = useContractForm({
    begin: asTyped(writing.draft),
    schema: LineGoalDraft,
    body: ({ mostInbreeding, ...draft }) => ({
      ...{ id: goal?.id ?? newId(), protocolId: scene.protocolId, ...draft },
      mostInbreeding: mostInbreeding === null ? null : mostInbreeding / 100,
      name: draft.name.trim() || wishInWords(draft.wanted),
    }),
    send: async (body) => {
      if (goal)
        await send(pairingApi.changeGoal, {
          params: { id: goal.id },
          body: fit(LineGoalChange, { ...body, version: writing.version }),
        })
      else await send(pairingApi.addGoal, { body })
      onDone()
    },
    fieldOf: (field) => field.split('.')[0]!,
    writing: {
      version: writing.version,
      draft: asTyped(writing.draft),
      change: ({ mostInbreeding, ...part }) =>
        writing.change({
          ...(part as Partial<GoalWriting>),
          ...(typeof mostInbreeding === 'number' && { mostInbreeding: mostInbreeding / 100 }),
        }),
    },
  })
  const { draft } = form
  const lines = [...new Set(scene.mates.map((m) => m.line))].filter(Boolean).sort()
  return (
    <ContractForm
      of={form}
      label={goal ? 'Change the goal' : 'A new goal'}
      className="card now below-16 upto-900"
      actions={<FormActions of={form} save="Save goal" onCancel={onDone} disabled={merge !== null} />}
    >
      <div className="row at-start gap-16 below-12">
        <Field
          name="wanted"
          label="What it is for"
          needed="Enter at least one trait of the animal you are after"
          width={260}
        >
          <Wish key={writing.version} genes={scene.genes} />
        </Field>
        <PickField
          name="line"
          label="From the animals of"
          width={190}
          options={[{ value: '', label: 'all lines' }, ...lines.map((l) => ({ value: l, label: l }))]}
        />
        <TextField name="name" label="Name" most={80} width={190} placeholder={wishInWords(draft.wanted)} />
      </div>
      <div className="row gap-16">
        <NumberField name="number" label={LIMITS.number} min={1} max={100} width={150} />
        <NumberField
          name="mostInbreeding"
          label={`${LIMITS.mostInbreeding}, %`}
          min={0}
          max={100}
          step={0.5}
          width={150}
        />
        <NumberField name="years" label={LIMITS.years} min={1} max={15} width={150} />
        <NumberField name="tubs" label={LIMITS.tubs} min={1} max={1000} width={150} />
      </div>
      <SideBySide writing={writing} nameOf={(field) => NAMES[field] ?? field} show={shown} />
    </ContractForm>
  )
}

/** Shares are typed in per cent, and a number may be left out while it is typed. */
type Typed = Omit<GoalWriting, 'number' | 'years' | 'tubs' | 'mostInbreeding'> &
  Record<'number' | 'years' | 'tubs' | 'mostInbreeding', number | null>
const asTyped = (goal: GoalWriting): Typed => ({
  ...goal,
  mostInbreeding: Math.round(goal.mostInbreeding * 10_000) / 100,
})

/** The animal it is for, as a control of the form. */
function Wish({
  id,
  genes,
  value = null,
  onChange = () => undefined,
}: {
  id?: string
  genes: Scene['genes']
  value?: Wanted | null
  onChange?(wish: Wanted | null): void
}) {
  return <WishField {...(id && { id })} label="" genes={genes} wish={value} onWish={onChange} />
}
