import type { GeneSet } from '@hatch-book/core'
import { Button, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { useLog } from '../shell/log'
import type { Mate } from './queries'

const ROWS = ['no copy', 'one copy', 'two copies'] as const
const NEAR = 0.05

/** Chances of no, one and two copies, for whoever has reckoned them; they add up to 100 %, or nothing is written. */
export function OddsForm({ mate, genes, onDone }: { mate: Mate; genes: GeneSet; onDone(): void }) {
  const { write } = useLog()
  const words = genes.loci.flatMap((l) => l.alleles.map((a) => a.word))
  const [trait, setTrait] = useState(words[0] ?? '')
  const [odds, setOdds] = useState<(number | null)[]>([50, 50, 0])
  const [tried, setTried] = useState(false)
  const sum = odds.reduce<number>((s, o) => s + (o ?? 0), 0)
  const off = Math.abs(sum - 100) > NEAR
  const save = async () => {
    setTried(true)
    if (off) return
    const payload = {
      trait,
      carries: 'carries' as const,
      certainty: 1,
      odds: odds.map((o) => (o ?? 0) / sum),
    }
    if (
      await write(
        [{ kind: 'trait', subject: { type: 'animal', id: mate.id }, payload }],
        `${mate.tag}: ${trait} ${odds.map((o) => o ?? 0).join(' / ')} %`,
      )
    )
      onDone()
  }
  return (
    <form
      className="above-8"
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <div className="row">
        <Select
          aria-label="Trait"
          value={trait}
          onChange={setTrait}
          className="min-150"
          options={words.map((w) => ({ value: w, label: w }))}
        />
        {ROWS.map((label, i) => (
          <label key={label} className="small">
            {label}{' '}
            <InputNumber
              aria-label={`chance of ${label}`}
              size="small"
              min={0}
              max={100}
              suffix="%"
              className="w-90"
              value={odds[i] ?? null}
              onChange={(value) => setOdds(odds.map((o, k) => (k === i ? value : o)))}
            />
          </label>
        ))}
      </div>
      {off && (
        <p className={tried ? 'bad small' : 'small quiet'} role={tried ? 'alert' : undefined}>
          These chances add up to {Math.round(sum * 10) / 10} %, not 100 %.
        </p>
      )}
      <div className="above-8">
        <Button size="small" type="primary" htmlType="submit">
          Write it
        </Button>{' '}
        <Button size="small" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  )
}
