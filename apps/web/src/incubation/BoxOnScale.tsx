import type { ClutchPage } from '@hatch-book/contract'
import { mediumMix, rewet } from '@hatch-book/core'
import { Button } from 'antd'
import { useState, type FormEvent } from 'react'
import { MassInput } from '../parts/MassInput'
import { useFigures } from '../shell/figures'
import { useLog } from '../shell/log'
import { useMay } from '../shell/session'
import { percent } from './words'

/** The box on the scale: set up once with its dry medium, weighed later, and the water that brings it back. */
export function BoxOnScale({ page }: { page: ClutchPage }) {
  const { clutch, rules, weighings } = page
  const figures = useFigures()
  const may = useMay()
  const { write } = useLog()
  const start = weighings.find((w) => w.dryGrams !== null)
  const [typed, setTyped] = useState('')
  const [typedDry, setTypedDry] = useState(`${figures.typed.mass.write(200)} ${figures.weightUnit}`)
  const [grams, dry] = [figures.readGrams(typed), figures.readGrams(typedDry)]
  const ratio = rules!.waterPerMedium!
  const mix = dry !== null && dry >= 0 ? mediumMix({ dryGrams: dry }, ratio) : null
  // Water given since makes up for what went before.
  const given = start ? weighings.filter((w) => w.at > start.at).reduce((sum, w) => sum + w.addedGrams, 0) : 0
  const found =
    start && grams !== null && grams > 0
      ? (() => {
          try {
            return rewet({
              dryGrams: start.dryGrams!,
              waterPerDry: ratio,
              startGrams: start.grams,
              nowGrams: grams,
            })
          } catch (error) {
            return (error as Error).message
          }
        })()
      : null
  const save = (event: FormEvent) => {
    event.preventDefault()
    if (grams === null || (!start && dry === null)) return
    const added = typeof found === 'object' && found ? Math.round(found.addGrams * 10) / 10 : 0
    void write(
      [
        {
          kind: 'box weighed',
          subject: { type: 'clutch', id: clutch.id },
          payload: start ? { grams, addedGrams: added } : { grams, dryGrams: dry ?? 0 },
        },
      ],
      start ? `${clutch.name}: ${figures.grams(added)} of water added` : `${clutch.name} is set up`,
    ).then((ok) => ok && setTyped(''))
  }
  return (
    <form className="card small-card above-16" onSubmit={save} aria-label="Box on the scale">
      <h2>Box on the scale</h2>
      {!start && (
        <p className="small">
          <MassInput
            aria-label="Dry medium"
            size="small"
            value={typedDry}
            onChange={setTypedDry}
            className="w-90"
          />{' '}
          of dry medium and{' '}
          <strong className="fig">{figures.grams(mix ? Math.round(mix.waterGrams * 10) / 10 : null)}</strong>{' '}
          of water: {ratio} to 1 by weight. Then weigh all of it, eggs and lid.
        </p>
      )}
      {start && (
        <p className="small quiet">
          Set up {figures.day(start.at.slice(0, 10))} at {figures.grams(Math.round(start.grams))} with{' '}
          {figures.grams(Math.round(start.dryGrams!))} of medium
          {given > 0 && `; ${figures.grams(Math.round(given))} of water given since`}.
        </p>
      )}
      {may.write && (
        <div className="row">
          <MassInput
            aria-label="Total weight"
            size="small"
            placeholder={`total, ${figures.weightUnit}`}
            value={typed}
            onChange={setTyped}
            className="w-110"
          />
          <Button size="small" htmlType="submit" disabled={grams === null || typeof found === 'string'}>
            {start ? 'Weighed and watered' : 'It is set up'}
          </Button>
        </div>
      )}
      {typeof found === 'string' && <p className="small bad">{found}.</p>}
      {found && typeof found === 'object' && (
        <p className="small">
          {found.addGrams < 1 ? (
            'Nothing is missing.'
          ) : (
            <>
              Add <strong className="fig">{figures.grams(Math.round(found.addGrams))}</strong> of water at the
              edge, not on the eggs: {percent(found.lost)} of it is gone, it is at{' '}
              {found.waterPerDryNow.toFixed(2)} to 1.
            </>
          )}
        </p>
      )}
    </form>
  )
}
