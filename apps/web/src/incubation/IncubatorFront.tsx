import type { ClutchView, Place, Probe } from '@hatch-book/contract'
import { Link } from 'react-router'
import { EggMark } from '../parts/Egg'
import { useFigures } from '../shell/figures'
import css from './boxes.module.css'

/** Eggs drawn one by one up to so many; more are a count. */
const DRAWN = 60

/** An incubator from the front: shelf by shelf its boxes, the eggs in them, a shape for each fate. */
export function IncubatorFront({
  incubatorId,
  places,
  probes,
  clutches,
  pickedId,
}: {
  incubatorId: string
  places: readonly Place[]
  probes: readonly Probe[]
  clutches: readonly ClutchView[]
  pickedId: string
}) {
  const figures = useFigures()
  const incubator = places.find((p) => p.id === incubatorId)!
  const probe = probes.find((p) => p.placeId === incubatorId)
  const shelves = places.filter((p) => p.parentId === incubatorId && p.kind === 'shelf')
  const boxesIn = (parentId: string) => places.filter((p) => p.parentId === parentId && p.kind === 'box')
  const filled = (boxes: readonly Place[]) =>
    clutches
      .filter((c) => boxes.some((b) => b.id === c.box?.id) && (c.waiting > 0 || c.id === pickedId))
      .sort((a, b) => a.box!.name.localeCompare(b.box!.name, 'en', { numeric: true }))
  const all = [incubatorId, ...shelves.map((s) => s.id)].flatMap(boxesIn)
  return (
    <div className={css.incubator}>
      <div className="between small below-8">
        <span>
          set <span className="fig">{figures.celsius(incubator.setPointC)}</span>
          {probe?.lastAt && (
            <>
              , <Link to={`/climate/${incubatorId}`}>probe</Link>{' '}
              <strong className="fig">{figures.celsius(probe.lastC)}</strong> on{' '}
              {figures.instant(probe.lastAt)}
            </>
          )}
        </span>
        <span className="quiet">
          {filled(all).length} of {all.length} boxes in use
        </span>
      </div>
      {[{ id: incubatorId, name: '' }, ...shelves].map((shelf) => {
        const there = filled(boxesIn(shelf.id))
        if (there.length === 0 && shelf.name === '') return null
        return (
          <div key={shelf.id} className={shelf.name ? css.shelf : ''}>
            {shelf.name && (
              <span className="small quiet">
                {shelf.name}
                {there.length === 0 && ', empty'}
              </span>
            )}
            <div className={css.boxes}>
              {there.map((c) => (
                <Link
                  key={c.id}
                  to={`/incubation/${c.id}`}
                  className={c.id === pickedId ? `${css.box} ${css.here}` : css.box}
                >
                  <div className="between">
                    <span className="tag">{c.name}</span>
                    <span className="small quiet">{c.box!.name}</span>
                  </div>
                  <div
                    className={css.boxesWithin}
                    role="img"
                    aria-label={c.counted ? `${c.waiting} eggs` : c.eggs.map((e) => e.fate).join(', ')}
                  >
                    {c.counted ? (
                      <span className="fig">
                        {c.counted.low < c.counted.high && 'about '}
                        {c.waiting}
                      </span>
                    ) : (
                      c.eggs.slice(0, DRAWN).map((e) => <EggMark key={e.id} fate={e.fate} size={15} />)
                    )}
                  </div>
                  <div className="bar flush above-4">
                    <i style={{ width: `${Math.min(100, (c.forecast?.developed ?? 0) * 100)}%` }} />
                  </div>
                </Link>
              ))}
            </div>
          </div>
        )
      })}
    </div>
  )
}
