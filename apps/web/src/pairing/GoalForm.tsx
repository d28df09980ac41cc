import { LineGoalChange, LineGoalDraft, pairingApi, newId, type LineGoalView } from '@hatch-book/contract'
import type { Wanted } from '@hatch-book/core'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
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
  const { draft, change, merge } = writing
  const [says, setSays] = useState('')
  const lines = [...new Set(scene.mates.map((m) => m.line))].filter(Boolean).sort()
  const save = async () => {
    if (!draft.wanted) return setSays('say at least one trait of the animal you are after')
    const body = { ...draft, wanted: draft.wanted, name: draft.name.trim() || wishInWords(draft.wanted) }
    try {
      if (goal)
        await send(pairingApi.changeGoal, {
          params: { id: goal.id },
          body: fit(LineGoalChange, { version: writing.version, ...body }),
        })
      else
        await send(pairingApi.addGoal, {
          body: fit(LineGoalDraft, { id: newId(), protocolId: scene.protocolId, ...body }),
        })
      onDone()
    } catch (error) {
      setSays((error as Error).message)
    }
  }
  const number = (key: keyof typeof LIMITS, label: string, most: number, scale = 1, unit = '') => (
    <div className="field w-150">
      <label htmlFor={key}>{label}</label>
      <InputNumber
        id={key}
        min={scale === 1 ? 1 : 0}
        max={most}
        {...(unit ? { suffix: unit } : {})}
        className="w-full"
        value={Math.round(draft[key] * scale * 100) / 100}
        onChange={(n) => n !== null && change({ [key]: n / scale })}
      />
    </div>
  )
  return (
    <form
      className="card now below-16 upto-900"
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <div className="row at-start gap-16 below-12">
        <WishField
          // What it reads is begun anew once theirs was settled with one's own.
          key={writing.version}
          id="goal-wish"
          label="What it is for"
          genes={scene.genes}
          wish={draft.wanted}
          onWish={(wanted) => change({ wanted })}
        />
        <div className="field min-190 below-0">
          <label htmlFor="goal-line">From the animals of</label>
          <Select
            id="goal-line"
            value={draft.line}
            onChange={(line: string) => change({ line })}
            options={[{ value: '', label: 'all lines' }, ...lines.map((l) => ({ value: l, label: l }))]}
          />
        </div>
        <div className="field min-190 below-0">
          <label htmlFor="goal-name">Name</label>
          <Input
            id="goal-name"
            maxLength={80}
            value={draft.name}
            placeholder={wishInWords(draft.wanted)}
            onChange={(e) => change({ name: e.target.value })}
          />
        </div>
      </div>
      <div className="row gap-16">
        {number('number', LIMITS.number, 100)}
        {number('mostInbreeding', LIMITS.mostInbreeding, 100, 100, '%')}
        {number('years', LIMITS.years, 15)}
        {number('tubs', LIMITS.tubs, 1000)}
      </div>
      <SideBySide
        writing={writing}
        nameOf={(field) => NAMES[field] ?? field}
        show={shown}
        onSettled={() => setSays('')}
      />
      {says && !merge && (
        <p className="note bad" role="alert">
          {says}
        </p>
      )}
      <Button type="primary" htmlType="submit" disabled={merge !== null}>
        Save goal
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
    </form>
  )
}
