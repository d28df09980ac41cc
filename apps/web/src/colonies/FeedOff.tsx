import type { ColonyView } from '@hatch-book/contract'
import { Button, InputNumber, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { Labelled } from '../parts/Labelled'
import { useLog } from '../shell/log'

/** So many of one size were taken out and fed. */
export function FeedOff({ colony, onDone }: { colony: ColonyView; onDone(): void }) {
  const { write } = useLog()
  const sizes = [...colony.model.stages.slice(1).map((s) => s.name), 'adults']
  const [size, setSize] = useState(colony.taken[0]?.size ?? sizes[0]!)
  const [count, setCount] = useState<number | null>(null)
  const save = async (event: FormEvent) => {
    event.preventDefault()
    if (!count) return
    const entry = {
      kind: 'fed off' as const,
      subject: { type: 'colony' as const, id: colony.id },
      payload: { size, count },
    }
    await write([entry], `${count} ${size} of ${colony.name} fed off`, { onKept: onDone })
  }
  return (
    <form
      className="card now"
      style={{ marginBottom: 12 }}
      onSubmit={(e) => void save(e)}
      aria-label="Feed off"
    >
      <div className="row" style={{ alignItems: 'end', gap: 10 }}>
        <Labelled name="How many">
          <InputNumber
            aria-label="How many"
            min={1}
            max={1e7}
            precision={0}
            value={count}
            autoFocus
            onChange={setCount}
          />
        </Labelled>
        <Labelled name="Of which size">
          <Select
            aria-label="Of which size"
            value={size}
            onChange={setSize}
            style={{ width: 150 }}
            options={sizes.map((value) => ({ value, label: value }))}
          />
        </Labelled>
      </div>
      <div className="row" style={{ marginTop: 10 }}>
        <Button type="primary" htmlType="submit" disabled={!count}>
          Fed off
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  )
}
