import { newId, type LineGoalView } from '@hatch-book/contract'
import type { Wanted } from '@hatch-book/core'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { api, refreshBook, type RefusedError } from '../shell/api'
import type { Scene } from './queries'
import { WishField, wishInWords } from './WishField'

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
  const [wanted, setWanted] = useState<Wanted | null>(goal?.wanted ?? null)
  const [name, setName] = useState(goal?.name ?? '')
  const [line, setLine] = useState(goal?.line ?? '')
  const [limits, setLimits] = useState({
    number: goal?.number ?? 2,
    mostInbreeding: goal?.mostInbreeding ?? scene.rules.kin.alarm,
    years: goal?.years ?? 8,
    tubs: goal?.tubs ?? 8,
  })
  const [says, setSays] = useState('')
  const lines = [...new Set(scene.mates.map((m) => m.line))].filter(Boolean).sort()
  const save = async () => {
    if (!wanted) return setSays('say at least one trait of the animal you are after')
    const body = { name: name.trim() || wishInWords(wanted), line, wanted, ...limits }
    try {
      if (goal) await api.send('PATCH', `/api/line-goals/${goal.id}`, { version: goal.version, ...body })
      else await api.send('POST', '/api/line-goals', { id: newId(), protocolId: scene.protocolId, ...body })
      await refreshBook()
      onDone()
    } catch (error) {
      setSays((error as RefusedError).problem?.detail ?? (error as Error).message)
    }
  }
  const number = (key: keyof typeof limits, label: string, most: number, scale = 1, unit = '') => (
    <div className="field" style={{ width: 132 }}>
      <label htmlFor={key}>{label}</label>
      <InputNumber
        id={key}
        min={scale === 1 ? 1 : 0}
        max={most}
        {...(unit ? { suffix: unit } : {})}
        style={{ width: '100%' }}
        value={Math.round(limits[key] * scale * 100) / 100}
        onChange={(n) => n !== null && setLimits({ ...limits, [key]: n / scale })}
      />
    </div>
  )
  return (
    <form
      className="card now"
      style={{ marginBottom: 16, maxWidth: 860 }}
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <div className="row" style={{ alignItems: 'flex-start', gap: 14, marginBottom: 12 }}>
        <WishField
          id="goal-wish"
          label="What it is for"
          genes={scene.genes}
          wish={wanted}
          onWish={setWanted}
        />
        <div className="field" style={{ minWidth: 200, marginBottom: 0 }}>
          <label htmlFor="goal-line">From the animals of</label>
          <Select
            id="goal-line"
            value={line}
            onChange={setLine}
            options={[{ value: '', label: 'all lines' }, ...lines.map((l) => ({ value: l, label: l }))]}
          />
        </div>
        <div className="field" style={{ minWidth: 200, marginBottom: 0 }}>
          <label htmlFor="goal-name">Name</label>
          <Input
            id="goal-name"
            maxLength={80}
            value={name}
            placeholder={wishInWords(wanted)}
            onChange={(e) => setName(e.target.value)}
          />
        </div>
      </div>
      <div className="row" style={{ gap: 14 }}>
        {number('number', 'How many', 100)}
        {number('mostInbreeding', 'Inbred at most', 100, 100, '%')}
        {number('years', 'Within seasons', 15)}
        {number('tubs', 'Tubs at a time', 1000)}
      </div>
      {says && (
        <p className="note bad" role="alert">
          {says}
        </p>
      )}
      <Button type="primary" htmlType="submit">
        {goal ? 'Keep it' : 'Set it'}
      </Button>{' '}
      <Button onClick={onDone}>Leave it</Button>
    </form>
  )
}
