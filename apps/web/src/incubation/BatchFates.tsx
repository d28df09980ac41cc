import type { ClutchView } from '@hatch-book/contract'
import { EGG_FATES, type EggFate } from '@hatch-book/core'
import { Button, InputNumber, Select } from 'antd'
import { useState, type FormEvent } from 'react'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { SURPLUS_CAUTION } from './words'

/** Eggs that are counted and not kept one by one: so many hatched, so many frozen. */
export function BatchFates({ clutch }: { clutch: ClutchView }) {
  const may = useMay()
  const { write } = useLog()
  const [count, setCount] = useState<number | null>(null)
  const [fate, setFate] = useState<EggFate>('hatched')
  const counted = clutch.counted!
  const fates = Object.entries(clutch.fates)
  const save = (event: FormEvent) => {
    event.preventDefault()
    if (!count) return
    void write(
      [{ kind: 'batch fate', subject: { type: 'clutch', id: clutch.id }, payload: { fate, count } }],
      `${count} of ${clutch.name} are ${fate}`,
    ).then((ok) => ok && setCount((typed) => (typed === count ? null : typed)))
  }
  return (
    <form className="card small-card" onSubmit={save} aria-label="What became of them">
      <h2>What became of them</h2>
      <ul className="lines">
        {fates.map(([name, n]) => (
          <li key={name} className="between">
            <span>{name}</span>
            <span className="fig">
              {n}{' '}
              <span className="quiet">
                {Math.round((100 * n) / Math.max(1, counted.high))}
                {counted.low < counted.high &&
                  ` to ${Math.min(100, Math.round((100 * n) / Math.max(1, counted.low)))}`}{' '}
                %
              </span>
            </span>
          </li>
        ))}
        <li className="between">
          <span>still there</span>
          <span className="fig">{clutch.waiting}</span>
        </li>
      </ul>
      {clutch.waiting > 0 && <p className="small quiet">{SURPLUS_CAUTION}</p>}
      {may.write && clutch.waiting > 0 && (
        <div className="row above-8">
          <InputNumber
            aria-label="How many"
            size="small"
            min={1}
            max={counted.high}
            precision={0}
            value={count}
            onChange={setCount}
            className="w-90"
          />
          <Select
            aria-label="Are"
            size="small"
            value={fate}
            onChange={setFate}
            className="w-130"
            options={EGG_FATES.filter((f) => f !== 'set').map((f) => ({ value: f, label: f }))}
          />
          <Button size="small" htmlType="submit" disabled={!count}>
            Enter
          </Button>
        </div>
      )}
    </form>
  )
}
