import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core'
import type { ClutchView } from '@hatch-book/contract'
import { eggEnded } from '@hatch-book/core'
import { EggMark } from '../parts/Egg'
import css from './boxes.module.css'

type Egg = ClutchView['eggs'][number]

/** How many places a box without a grid is drawn with across. */
const USUAL_COLUMNS = 6

/**
 * A box from above: each egg in its place. One is picked by a tap; in `placing` a picked egg goes where the next tap is, an
 * egg is dragged to its place, and the arrows carry the picked one from place to place.
 */
export function EggBox({
  clutch,
  pickedId,
  placing,
  onPick,
  onPlace,
}: {
  clutch: Pick<ClutchView, 'eggs' | 'box'>
  pickedId: string | null
  placing: boolean
  onPick(egg: Egg): void
  onPlace(egg: Egg, cell: number): void
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }))
  const { rows, columns } = gridOf(clutch)
  const at = cellsOf(clutch)
  const picked = clutch.eggs.find((e) => e.id === pickedId)
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={({ active, over }) => {
        const egg = clutch.eggs.find((e) => e.id === active.id)
        if (egg && over) onPlace(egg, Number(over.id))
      }}
    >
      <div
        className={css.eggBox}
        role="group"
        aria-label="Box from above"
        style={{ gridTemplateColumns: `repeat(${columns}, minmax(34px, 1fr))` }}
      >
        {Array.from({ length: rows * columns }, (_, cell) => {
          const egg = at.get(cell)
          return (
            <Place key={cell} cell={cell} empty={!egg}>
              {egg ? (
                <EggInPlace
                  egg={egg}
                  picked={egg.id === pickedId}
                  placing={placing}
                  onPick={() => onPick(egg)}
                />
              ) : (
                placing &&
                picked && (
                  <button
                    type="button"
                    className={css.placeHere}
                    aria-label={`place egg ${picked.number} in row ${Math.floor(cell / columns) + 1}, ${(cell % columns) + 1}`}
                    onClick={() => onPlace(picked, cell)}
                  />
                )
              )}
            </Place>
          )
        })}
      </div>
    </DndContext>
  )
}

/** The grid of a box: its own, or one as large as its eggs ask for. */
export function gridOf({ eggs, box }: Pick<ClutchView, 'eggs' | 'box'>): { rows: number; columns: number } {
  if (box?.grid && box.grid.rows * box.grid.columns >= eggs.length) return box.grid
  const columns = Math.min(USUAL_COLUMNS, Math.max(1, eggs.length))
  return { columns, rows: Math.ceil(eggs.length / columns) }
}

/** Who lies where: eggs that nobody placed fill the places that are left, in order. */
export function cellsOf(clutch: Pick<ClutchView, 'eggs' | 'box'>): Map<number, Egg> {
  const { rows, columns } = gridOf(clutch)
  const at = new Map<number, Egg>()
  for (const egg of clutch.eggs) if (egg.cell !== null && egg.cell < rows * columns) at.set(egg.cell, egg)
  let next = 0
  for (const egg of clutch.eggs) {
    if (egg.cell !== null && at.get(egg.cell) === egg) continue
    while (at.has(next)) next++
    at.set(next, egg)
  }
  return at
}

function Place({ cell, empty, children }: { cell: number; empty: boolean; children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: cell })
  return (
    <div ref={setNodeRef} className={`cell${empty ? ' empty' : ''}${isOver ? ` ${css.over}` : ''}`}>
      {children}
    </div>
  )
}

function EggInPlace({
  egg,
  picked,
  placing,
  onPick,
}: {
  egg: Egg
  picked: boolean
  placing: boolean
  onPick(): void
}) {
  const { setNodeRef, listeners, transform } = useDraggable({ id: egg.id, disabled: !placing })
  const ended = eggEnded(egg.fate)
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      aria-label={`egg ${egg.number}, ${egg.fate}`}
      aria-pressed={picked}
      disabled={ended && !placing}
      onClick={onPick}
      className={`${css.egg}${picked ? ' picked' : ''}`}
      style={{
        touchAction: placing ? 'none' : 'auto',
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        zIndex: transform ? 2 : undefined,
      }}
    >
      <EggMark fate={egg.fate} size={22} />
      <span className="fig">{egg.number}</span>
    </button>
  )
}
