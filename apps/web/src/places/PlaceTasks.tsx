import type { PlaceTaskView } from '@hatch-book/contract'
import { everyDays, payloadSchema, TIMES_OF_DAY, timesNamedIn } from '@hatch-book/core'
import { ContractForm } from '../parts/form/ContractForm'
import { NumberField, PickField, TextField } from '../parts/form/fields'
import { FormActions } from '../parts/form/FormActions'
import { useContractForm } from '../parts/form/useContractForm'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay, useSession } from '../shell/session'
import { OfPlace } from './OfPlace'

const ANY_TIME = ''
const [MORNING, EVENING, NIGHT] = TIMES_OF_DAY
const TIMES = [
  { value: ANY_TIME, label: 'any time' },
  ...[MORNING, EVENING, NIGHT, `${MORNING}, ${EVENING}`].map((value) => ({ value, label: value })),
]
const [MUST, MAY_BE_LEFT] = ['must be done', 'may be left out']
const AWAY = [MUST, MAY_BE_LEFT].map((value) => ({ value, label: value }))

interface Tasked {
  id: string
  name: string
  tasks: readonly PlaceTaskView[]
}

/** What is repeated at a place whoever lives in it: it stands in the round, the week and the sitter's sheet like all other care. */
export function PlaceTasks({ of: place }: { of: Tasked }) {
  const figures = useFigures()
  const may = useMay()
  const { today } = useSession()
  const { write } = useLog()
  const subject = { type: 'place' as const, id: place.id }
  return (
    <OfPlace
      label={`Tasks of ${place.name}`}
      add={may.decide ? 'Add task' : null}
      form={(onDone) => <TaskForm place={place} onDone={onDone} />}
      lines={place.tasks.map(({ task, everyDays: days, at, due }) => {
        const done = {
          label: 'done',
          onPress: () =>
            void write([{ kind: 'cared for', subject, payload: { task } }], `${place.name}: ${task}`),
        }
        const remove = {
          label: 'remove',
          onPress: () =>
            void write(
              [{ kind: 'place task dropped', subject, payload: { task } }],
              `${place.name}: ${task} removed`,
            ),
        }
        return {
          name: task,
          told: (
            <span className={due !== null && due <= today ? 'warm' : 'quiet'}>
              {[everyDays(days), ...at].join(', ')}; {due !== null && due > today ? figures.day(due) : 'due'}
            </span>
          ),
          acts: [...(may.write ? [done] : []), ...(may.decide ? [remove] : [])],
        }
      })}
    />
  )
}

interface Draft {
  task: string
  everyDays: number | null
  at: string
  away: string
}

function TaskForm({ place, onDone }: { place: Tasked; onDone(): void }) {
  const { enter } = useLog()
  const setting = useContractForm({
    begin: { task: '', everyDays: 7, at: ANY_TIME, away: MUST } as Draft,
    schema: payloadSchema('place task set up'),
    body: ({ task, everyDays, at, away }: Draft) => ({
      ...{ task: task.trim(), everyDays: everyDays as number, mayBeLeft: away === MAY_BE_LEFT },
      ...(at !== ANY_TIME && { at: timesNamedIn(at) }),
    }),
    send: async (payload) => {
      await enter(
        [{ kind: 'place task set up', subject: { type: 'place', id: place.id }, payload }],
        `${place.name}: ${payload.task}, ${everyDays(payload.everyDays)}`,
      )
      onDone()
    },
  })
  return (
    <ContractForm
      of={setting}
      label={`Task for ${place.name}`}
      className="above-8"
      actions={<FormActions of={setting} save="Save task" onCancel={onDone} />}
    >
      <TextField name="task" label="What is done" most={60} hint="such as: refill the humidifier" />
      <NumberField name="everyDays" label="Days between" min={1} max={4000} />
      <PickField<string> name="at" label="Times of day" options={TIMES} width={170} />
      <PickField<string> name="away" label="When nobody is here" options={AWAY} width={170} />
    </ContractForm>
  )
}
