import type { RackView, TubView } from '@hatch-book/contract'
import { useDraggable, useDroppable } from '@dnd-kit/core'
import { useSession } from '../shell/session'
import { useFigures } from '../shell/figures'
import css from './racks.module.css'

/** A rack drawn as it stands: each tub is a button, and a place to drop an animal. */
export function RackGrid({
  rack,
  here,
  carried,
  onPick,
}: {
  rack: RackView
  here: string | null
  carried: string | null
  onPick(id: string): void
}) {
  const sizes = [...new Set(rack.tubs.map((t) => t.tub?.size ?? ''))].filter((s) => s !== '')
  return (
    <section aria-label={rack.name}>
      <h2>
        {rack.name}{' '}
        <span className="quiet">
          · {sizes.length > 0 ? `${sizes.join(' and ')} tubs` : 'size not said'}, {rack.columns} wide
        </span>
      </h2>
      <div
        className={css.rack}
        style={{ gridTemplateColumns: `repeat(${rack.columns}, minmax(56px, 78px))` }}
      >
        {rack.tubs.map((tub) => (
          <TubButton
            key={tub.id}
            tub={tub}
            here={tub.id === here}
            carried={carried !== null && tub.animals.some((a) => a.id === carried)}
            onPick={() => onPick(tub.id)}
          />
        ))}
      </div>
    </section>
  )
}

function TubButton({
  tub,
  here,
  carried,
  onPick,
}: {
  tub: TubView
  here: boolean
  carried: boolean
  onPick(): void
}) {
  const { today } = useSession()
  const figures = useFigures()
  const drop = useDroppable({ id: tub.id })
  const first = tub.animals[0]
  const drag = useDraggable({ id: `from-${tub.id}`, data: { animalId: first?.id }, disabled: !first })
  const due = tub.animals.some((a) => a.mealDue !== null && a.mealDue <= today)
  const flag = tub.animals.find((a) => a.flag)?.flag ?? ''
  // What is read aloud begins with what is written on it.
  const written = !first
    ? `${tub.name} free`
    : `${tub.name} ${first.tag}${tub.animals.length > 1 ? ` ×${tub.animals.length}` : ''}`
  const told = [
    written,
    tub.animals.length > 1 ? tub.animals.map((a) => a.tag).join(', ') : '',
    tub.soiledSince ? 'to be cleaned' : '',
    due ? 'a meal is due' : '',
    flag,
    tub.partBy ? `separate by ${figures.day(tub.partBy)}` : '',
    tub.airStanding && tub.airStanding !== 'well' ? tub.air : '',
  ].filter((w) => w !== '')
  const classes = [
    css.tub,
    tub.animals.length === 0 ? css.free : '',
    tub.soiledSince ? css.soiled : '',
    due ? css.due : '',
    flag || tub.airStanding === 'alarm' ? css.flagged : '',
    here ? css.here : '',
    carried ? css.carried : '',
    drop.isOver ? css.over : '',
  ]
  return (
    <button
      ref={(node) => {
        drop.setNodeRef(node)
        drag.setNodeRef(node)
      }}
      {...drag.listeners}
      type="button"
      className={classes.filter((c) => c !== '').join(' ')}
      aria-label={told.join('; ')}
      aria-current={here}
      data-tub={tub.id}
      tabIndex={here ? 0 : -1}
      onClick={onPick}
    >
      <span className={css.name}>{tub.name}</span> {first?.tag ?? ''}
      {tub.animals.length > 1 && <span className={css.count}> ×{tub.animals.length}</span>}
    </button>
  )
}
