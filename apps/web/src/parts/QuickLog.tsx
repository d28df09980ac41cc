import { checkInWords, SEXES, type Sex } from '@hatch-book/core'
import type { AnimalPage, AnimalRow } from '@hatch-book/contract'
import { Button, Input, Segmented, Select } from 'antd'
import { useState } from 'react'
import { useLog } from '../shell/log'
import { CheckByParts } from './CheckByParts'
import { checkToBegin } from './checking'
import { Keys } from './Keys'
import { WeightForm } from './WeightForm'
import { MealForm } from './MealForm'
import { SizeForm } from './SizeForm'

type Form = 'weigh' | 'check' | 'size' | 'sex' | 'problem' | 'note' | 'meal' | null

/** What is logged at the tub, by one key or one tap; the usual outcome first. */
export function QuickLog({
  animal,
  methods,
  checks = [],
  active = true,
}: {
  animal: AnimalRow
  /** What it can be looked over for; nothing where that is not known here. */
  checks?: AnimalPage['checks']
  /** How the sex of its species is read. */
  methods: AnimalPage['sexing']
  active?: boolean
}) {
  const { write } = useLog()
  const [form, setForm] = useState<Form>(null)
  const subject = { type: 'animal' as const, id: animal.id }
  const done = () => setForm(null)
  const meal = (outcome: 'taken' | 'refused') =>
    void write(
      [{ kind: 'meal', subject, payload: { outcome } }],
      `${animal.tag} ${outcome === 'taken' ? 'ate' : 'refused'}`,
    )
  const moulted = {
    ...{ key: 'S', says: 'moulted' },
    act: () => void write([{ kind: 'moulted', subject, payload: {} }], `${animal.tag} moulted`),
  }
  const shed = {
    ...{ key: 'S', says: 'shed whole' },
    act: () => void write([{ kind: 'shed', subject, payload: { whole: true } }], `${animal.tag} shed whole`),
  }
  const goingIntoShed = {
    ...{ key: 'C', says: 'going into shed' },
    act: () => void write([{ kind: 'going into shed', subject }], `${animal.tag} is going into shed`),
  }
  return (
    <>
      <Keys
        active={active && form === null}
        acts={[
          { key: 'A', says: 'ate', main: true, act: () => meal('taken') },
          { key: 'R', says: 'refused', act: () => meal('refused') },
          ...(animal.bodyPlan === 'arthropod' ? [moulted] : [shed, goingIntoShed]),
          { key: 'W', says: 'weigh', act: () => setForm('weigh') },
          { key: 'I', says: 'measure', act: () => setForm('size') },
          ...(checks.length > 0 ? [{ key: 'H', says: 'check it', act: () => setForm('check') }] : []),
          { key: 'M', says: 'meal, in detail', act: () => setForm('meal') },
          { key: 'X', says: 'sex', act: () => setForm('sex') },
          {
            key: 'P',
            says: animal.openProblems.length > 0 ? 'problem, or over' : 'problem',
            act: () => setForm('problem'),
          },
          { key: 'N', says: 'note', act: () => setForm('note') },
        ]}
      />
      {form === 'weigh' && (
        <div className="above-12">
          <WeightForm animal={animal} onDone={done} onCancel={done} />
        </div>
      )}
      {form === 'check' && <PickedCheck animal={animal} checks={checks} onDone={done} />}
      {form === 'size' && (
        <div className="above-12">
          <SizeForm animal={animal} onDone={done} />
        </div>
      )}
      {form === 'sex' && <SexForm animal={animal} methods={methods} onDone={done} />}
      {form === 'problem' && <ProblemForm animal={animal} onDone={done} />}
      {form === 'note' && (
        <TextForm
          label="Note"
          onDone={done}
          onSave={(text) => write([{ kind: 'noted', subject, payload: { text } }], `Noted for ${animal.tag}`)}
        />
      )}
      {form === 'meal' && <MealForm animal={animal} onDone={done} />}
    </>
  )
}

/** One of the checks of its protocol: that which is due first, or whichever is chosen. */
function PickedCheck({
  animal,
  checks,
  onDone,
}: {
  animal: AnimalRow
  checks: AnimalPage['checks']
  onDone(): void
}) {
  const { write } = useLog()
  const [name, setName] = useState(checkToBegin(checks))
  const check = checks.find((c) => c.name === name) ?? checks[0]!
  return (
    <div className="above-12">
      {checks.length > 1 && (
        <Select
          aria-label="Which check"
          value={check.name}
          popupMatchSelectWidth={false}
          options={checks.map(({ name: value }) => ({ value, label: value }))}
          onChange={setName}
        />
      )}
      <CheckByParts
        key={check.name}
        tag={animal.tag}
        check={check}
        onSave={(payload) =>
          void write(
            [{ kind: 'checked', subject: { type: 'animal', id: animal.id }, payload }],
            `${animal.tag}: ${checkInWords(payload)}`,
          ).then((ok) => ok && onDone())
        }
        onClose={onDone}
      />
    </div>
  )
}

/** Certain for those that nobody reads: seen to mate, to lay, to bear. */
const SEEN = { name: 'seen to mate, lay or bear', right: 0.99 }

function SexForm({
  animal,
  methods,
  onDone,
}: {
  animal: AnimalRow
  methods: AnimalPage['sexing']
  onDone(): void
}) {
  const { write } = useLog()
  const [sex, setSex] = useState<Sex>('female')
  const able = [...methods, SEEN]
  const [name, setName] = useState(able[0]!.name)
  const method = able.find((m) => m.name === name)!
  return (
    <form
      className="above-12"
      onSubmit={(e) => {
        e.preventDefault()
        void write(
          [
            {
              kind: 'sexed',
              subject: { type: 'animal', id: animal.id },
              payload: { sex, method: method.name, certainty: method.right },
            },
          ],
          `${animal.tag} sexed ${sex}`,
        ).then((ok) => ok && onDone())
      }}
    >
      <div>
        <Segmented<Sex> aria-label="sex" options={[...SEXES]} value={sex} onChange={setSex} />
      </div>
      <div className="above-8 below-8">
        <Segmented
          aria-label="method"
          options={able.map((m) => m.name)}
          value={method.name}
          onChange={setName}
        />{' '}
        <span className="small quiet">{Math.round(method.right * 100)} % right</span>
      </div>
      <SaveRow onCancel={onDone} />
    </form>
  )
}

function ProblemForm({ animal, onDone }: { animal: AnimalRow; onDone(): void }) {
  const { write } = useLog()
  const subject = { type: 'animal' as const, id: animal.id }
  return (
    <>
      {animal.openProblems.map((problem) => (
        <p key={problem} className="above-12">
          {problem}{' '}
          <Button
            size="small"
            onClick={() =>
              void write(
                [{ kind: 'problem over', subject, payload: { problem } }],
                `${animal.tag}: ${problem} is over`,
              ).then((ok) => ok && onDone())
            }
          >
            it is over
          </Button>
        </p>
      ))}
      <TextForm
        label="Problem, in a few words"
        onDone={onDone}
        onSave={(problem) =>
          write(
            [{ kind: 'problem found', subject, payload: { problem: problem.slice(0, 120) } }],
            `${animal.tag}: ${problem}`,
          )
        }
      />
      <p className="small quiet">A sick or injured animal belongs with a vet; this only keeps the record.</p>
    </>
  )
}

function TextForm({
  label,
  onSave,
  onDone,
}: {
  label: string
  onSave(text: string): Promise<boolean>
  onDone(): void
}) {
  const [text, setText] = useState('')
  return (
    <form
      className="above-12"
      onSubmit={(e) => {
        e.preventDefault()
        if (text.trim()) void onSave(text.trim()).then((ok) => ok && onDone())
      }}
    >
      <Input
        aria-label={label}
        placeholder={label}
        autoFocus
        value={text}
        onChange={(e) => setText(e.target.value)}
        maxLength={400}
        className="below-8"
      />
      <SaveRow onCancel={onDone} />
    </form>
  )
}

function SaveRow({ onCancel }: { onCancel(): void }) {
  return (
    <div className="row">
      <Button type="primary" htmlType="submit">
        Write it
      </Button>
      <Button onClick={onCancel}>Cancel</Button>
    </div>
  )
}
