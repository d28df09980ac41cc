import type { DueMeal } from '@hatch-book/contract'
import { useState } from 'react'
import { Keys } from '../parts/Keys'
import { useKeys } from '../shell/keys'
import { useLog } from '../shell/log'
import { mealEntry } from './mealEntry'

/** A tub that several share: the bold eat the shy's share, so each that did not eat is marked, and all are written at once. */
export function GroupMeal({ mates, onDone }: { mates: readonly DueMeal[]; onDone(): void }) {
  const { write } = useLog()
  const [refused, setRefused] = useState<ReadonlySet<string>>(new Set())
  const toggle = (id: string) =>
    setRefused((now) => {
      const next = new Set(now)
      if (!next.delete(id)) next.add(id)
      return next
    })
  useKeys(Object.fromEntries(mates.slice(0, 9).map((m, i) => [String(i + 1), () => toggle(m.animal.id)])))
  const ate = mates.length - refused.size
  const save = () => {
    onDone()
    void write(
      mates.map((m) => mealEntry(m, refused.has(m.animal.id) ? 'refused' : 'taken')),
      `${ate} of ${mates.length} ate in ${mates[0]!.place!.name}`,
    )
  }
  return (
    <section aria-label="Who of them ate" className="note">
      <strong>
        {mates.length} share this tub: {ate} ate
      </strong>
      <div className="keys above-8 below-8">
        {mates.map((m, i) => {
          const not = refused.has(m.animal.id)
          return (
            <button
              key={m.animal.id}
              type="button"
              aria-pressed={not}
              className={not ? 'bad' : ''}
              onClick={() => toggle(m.animal.id)}
            >
              {i < 9 && <kbd>{i + 1}</kbd>} {m.animal.tag} {not ? 'did not' : 'ate'}
            </button>
          )
        })}
      </div>
      <Keys acts={[{ key: 'Enter', says: 'write it for all of them', main: true, act: save }]} />
    </section>
  )
}
