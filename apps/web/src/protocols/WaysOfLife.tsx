import { GROUPS_OF_WAYS, waysOfLife } from '@hatch-book/core'
import { Input } from 'antd'
import { useState } from 'react'
import css from './newSpecies.module.css'

/** How its kind lives, chosen from all that are known, each with what is so about it. */
export function WaysOfLife({ onChoose }: { onChoose(code: string): void }) {
  const [typed, setTyped] = useState('')
  const words = typed.toLowerCase().split(/\s+/)
  const found = waysOfLife.filter((way) =>
    words.every((word) => `${way.plural} ${way.says}`.toLowerCase().includes(word)),
  )
  return (
    <div role="group" aria-label="How it lives">
      <h2 className={css.ask}>How does it live?</h2>
      <p className="quiet">
        Choose the closest match. It sets the stages and tasks of the species, and estimates what you do not
        know.
      </p>
      <Input
        aria-label="Find a way of life"
        placeholder="such as gecko, eggs, live young"
        allowClear
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        className="upto-320"
      />
      {found.length === 0 && <p>Nothing matches. Try another word.</p>}
      {GROUPS_OF_WAYS.map((title) => {
        const group = found.filter((way) => way.group === title)
        return group.length === 0 ? null : (
          <section key={title}>
            <h3 className={css.group}>{title}</h3>
            <div className={css.ways}>
              {group.map((way) => (
                <button key={way.code} type="button" className={css.way} onClick={() => onChoose(way.code)}>
                  <strong>{way.plural}</strong>
                  <span>{way.says}</span>
                </button>
              ))}
            </div>
          </section>
        )
      })}
    </div>
  )
}
