import type { DueMeal } from '@hatch-book/contract'
import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import { useLog } from '../shell/log'

/** Its girth or the width of its head, from which the size of its prey follows. */
export function Measure({ meal, what, onDone }: { meal: DueMeal; what: 'girth' | 'head'; onDone(): void }) {
  const { write } = useLog()
  const [mm, setMm] = useState<number | null>(null)
  const save = async () => {
    if (mm === null) return
    const payload = what === 'girth' ? { girthMm: mm } : { headMm: mm }
    if (
      await write(
        [{ kind: 'measured', subject: { type: 'animal', id: meal.animal.id }, payload }],
        `${meal.animal.tag}: ${what} ${mm} mm`,
      )
    )
      onDone()
  }
  return (
    <div className="row">
      <label>
        {what === 'girth' ? 'Round its widest' : 'Across its head'}, mm{' '}
        <InputNumber
          aria-label={what === 'girth' ? 'Girth, mm' : 'Head, mm'}
          autoFocus
          min={0.1}
          max={2000}
          value={mm}
          onChange={setMm}
          onPressEnter={() => void save()}
          className="w-110"
        />
      </label>
      <Button size="small" type="primary" onClick={() => void save()}>
        Write it
      </Button>
      <Button size="small" onClick={onDone}>
        Cancel
      </Button>
    </div>
  )
}
