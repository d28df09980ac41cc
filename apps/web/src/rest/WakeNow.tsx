import type { RestView } from '@hatch-book/contract'
import { Button, Checkbox } from 'antd'
import { useState } from 'react'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import css from './rest.module.css'

/** Wake this one now: why, by which steps, and whether a vet must see it. */
export function WakeNow({ rest }: { rest: RestView }) {
  const { write } = useLog()
  const may = useMay()
  const [done, setDone] = useState<number[]>([])
  const [open, setOpen] = useState(false)
  const because = rest.course.wakeBecause.join('; ')
  return (
    <div className="note bad" role="alert">
      <p className="flush">
        <strong>■ Wake it now.</strong> {because}.
      </p>
      {rest.course.seeVet && (
        <p className="flush above-4">
          See a vet. These are signs of illness, and the cold can hide how bad it is.
        </p>
      )}
      {!open && (
        <Button danger type="primary" className="above-8" onClick={() => setOpen(true)}>
          Wake it, step by step
        </Button>
      )}
      {open && (
        <>
          <ol className={css.steps}>
            {rest.wakeSteps.map((step, i) => (
              <li key={step}>
                <Checkbox
                  checked={done.includes(i)}
                  onChange={() => setDone(done.includes(i) ? done.filter((d) => d !== i) : [...done, i])}
                >
                  {step}
                </Checkbox>
              </li>
            ))}
          </ol>
          {may.write && rest.animalId && (
            <Button
              danger
              type="primary"
              disabled={!done.includes(0)}
              onClick={() =>
                void write(
                  [{ kind: 'warmed', subject: { type: 'animal', id: rest.animalId! }, payload: { because } }],
                  `${rest.tag} is being woken`,
                )
              }
            >
              It is out of the cold
            </Button>
          )}
        </>
      )}
    </div>
  )
}
