import { placesApi, type RackView, type Rooms } from '@hatch-book/contract'
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import { Button } from 'antd'
import { useState, type ComponentProps } from 'react'
import { Link, useSearchParams } from 'react-router'
import { Keys } from '../parts/Keys'
import { Photos } from '../parts/Photos'
import { useLog } from '../shell/log'
import { usePlacePhotos } from '../shell/queries'
import { useMay } from '../shell/session'
import { useSayNot } from '../shell/useSendAndSay'
import { useWedge } from '../shell/useWedge'
import { useOpenInAddress } from '../shell/wordInAddress'
import { Equipment } from './Equipment'
import { PlaceTasks } from './PlaceTasks'
import { LabelPrinter } from './LabelPrinter'
import { NewRack } from './NewRack'
import { RackGrid } from './RackGrid'
import { TubCard } from './TubCard'
import { TubSizes } from './TubSizes'
import { askMoves, standingTubs, useRooms, type Standing } from './queries'
import css from './racks.module.css'
import { NOT_MOVED, useMoving } from './useMoving'
import { NotYet } from '../parts/NotYet'

/** What whoever comes for the first time looks for: the tub, or the rack as it stands in the room. */
function PlacePhotos({ place }: { place: { id: string; name: string } }) {
  const { data } = usePlacePhotos()
  return (
    <details className="above-12">
      <summary>
        Photos of {place.name}{' '}
        {data && <span className="quiet">({data.filter((p) => p.placeId === place.id).length})</span>}
      </summary>
      <Photos
        name={place.name}
        of={{ id: place.id, route: placesApi.addPhoto }}
        photos={(data ?? []).filter((p) => p.placeId === place.id)}
        empty="None yet. The newest stands on the sheet for whoever looks after the room."
        views={['other']}
      />
    </details>
  )
}

/** What hangs over a whole rack or room, where one lamp or timer may serve many tubs, and what is repeated there. */
function PlaceEquipment({
  place,
}: {
  place: ComponentProps<typeof Equipment>['of'] & ComponentProps<typeof PlaceTasks>['of']
}) {
  const [isOpen, setOpen] = useState(false)
  return (
    <details className="above-12" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        Equipment and tasks in {place.name}{' '}
        <span className="quiet">({place.equipment.length + place.tasks.length})</span>
      </summary>
      {isOpen && <Equipment of={place} />}
      {isOpen && <PlaceTasks of={place} />}
    </details>
  )
}

/** Rooms, racks and tubs drawn as they stand; animals are moved by keys, by hand or by their codes. */
export function PlacesPage() {
  const asked = useRooms()
  return asked.data ? <Drawn rooms={asked.data} /> : <NotYet of={asked} page />
}

type Tool = 'sizes' | 'labels' | null

function Drawn({ rooms }: { rooms: Rooms }) {
  const may = useMay()
  const [search, setSearch] = useSearchParams()
  const [other, setTool] = useState<Tool>(null)
  const [isBuilding, build] = useOpenInAddress('build')
  const tool = isBuilding ? 'rack' : other
  const all = standingTubs(rooms)
  const racks = rooms.rooms.flatMap((r) => r.racks)
  // Kept here too: a hand presses the next key before the address has changed.
  const [picked, setPicked] = useState(search.get('tub'))
  const here = all.find((s) => s.tub.id === picked) ?? all[0]
  const pick = (id: string) => {
    setPicked(id)
    setSearch((before) => ({ ...Object.fromEntries(before), tub: id }), { replace: true })
  }
  const moving = useMoving(pick)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const tubNamed = (word: string) =>
    all.find((s) => s.tub.name.toLowerCase() === word.toLowerCase())?.tub ?? null
  const nameOf = (id: string) => all.find((s) => s.tub.id === id)?.tub.name ?? ''
  const go = (key: string) => {
    const to = here && neighbour(here, key, racks)
    if (!to) return
    pick(to)
    document.querySelector<HTMLElement>(`[data-tub="${to}"]`)?.focus()
  }
  useWedge(
    (code) => {
      const word = code.toLowerCase()
      const animal =
        all.flatMap((s) => s.tub.animals).find((a) => a.tag.toLowerCase() === word) ??
        rooms.homeless.find((a) => a.tag.toLowerCase() === word)
      const tub = tubNamed(word)
      if (animal) moving.pickUp(animal)
      else if (tub && moving.carried) void moving.putDown(moving.carried, tub.id, tub.name)
      else if (tub) pick(tub.id)
    },
    (key) => {
      if (!key.startsWith('Arrow')) return false
      go(key)
      return true
    },
    tool === null && moving.doubt === null,
  )
  return (
    <section className="page" data-keys>
      <div className="head">
        <h1>Places</h1>
        <div className="side">
          <span className="small quiet">thick lower edge: feed today, crossed out: clean, pale: empty</span>
          {may.decide && <Button onClick={() => build(true)}>Build a rack</Button>}
          {may.decide && racks.length > 0 && <Button onClick={() => setTool('sizes')}>Tub sizes</Button>}
          {racks.length > 0 && <Button onClick={() => setTool('labels')}>Labels</Button>}
          <Link to="/rearing/space">tubs wanted</Link>
        </div>
      </div>
      {tool === 'rack' && <NewRack rooms={rooms} onDone={() => build(false)} />}
      {tool === 'sizes' && <TubSizes racks={racks} onDone={() => setTool(null)} />}
      {tool === 'labels' && <LabelPrinter racks={racks} here={here} onDone={() => setTool(null)} />}
      {racks.length === 0 && tool === null && (
        <p className="empty">
          No rack stands here yet. Build one: say how many rows and columns of which tub, and it is drawn.
        </p>
      )}
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          const animal = all
            .flatMap((s) => s.tub.animals)
            .find((a) => a.id === (active.data.current as { animalId?: string } | undefined)?.animalId)
          if (animal && over && may.write)
            void moving.putDown(animal, String(over.id), nameOf(String(over.id)))
        }}
      >
        <div className="columns wide-left">
          <div>
            {rooms.rooms.map((room) => (
              <div key={room.id ?? ''}>
                {rooms.rooms.length > 1 && <h3>{room.name}</h3>}
                <div className={css.racks}>
                  {room.racks.map((rack) => (
                    <RackGrid
                      key={rack.id}
                      rack={rack}
                      here={here?.tub.id ?? null}
                      carried={moving.carried?.id ?? null}
                      onPick={pick}
                    />
                  ))}
                </div>
              </div>
            ))}
          </div>
          {here && (
            <div className="beside first-on-phone">
              <TubCard
                key={here.tub.id}
                standing={here}
                moving={moving}
                nameOf={nameOf}
                tubNamed={tubNamed}
                active={tool === null}
              />
              <PlacePhotos place={here.tub} />
              <PlacePhotos place={here.rack} />
              {[here.rack, ...rooms.rooms.filter((room) => room.id === here.rack.roomId)].map((place) =>
                place.id === null ? null : (
                  <PlaceEquipment key={place.id} place={{ ...place, id: place.id }} />
                ),
              )}
              <Homeless rooms={rooms} all={all} here={here} active={tool === null && moving.doubt === null} />
            </div>
          )}
        </div>
      </DndContext>
    </section>
  )
}

/** The tub beside, above or below, over the edge into the next rack. */
function neighbour({ rack, tub }: Standing, key: string, racks: readonly RackView[]): string | null {
  const i = rack.tubs.findIndex((t) => t.id === tub.id)
  const by =
    key === 'ArrowLeft' ? -1 : key === 'ArrowRight' ? 1 : key === 'ArrowUp' ? -rack.columns : rack.columns
  const to = rack.tubs[i + by]
  if (to) return to.id
  const next = racks[racks.findIndex((r) => r.id === rack.id) + Math.sign(by)]
  return (by > 0 ? next?.tubs[0] : next?.tubs.at(-1))?.id ?? null
}

const SHOWN_UNFIT = 8

/** Animals that are in no tub: newborn, come back, come in. One key gives each a free clean tub of its own. */
function Homeless({
  rooms,
  all,
  here,
  active,
}: {
  rooms: Rooms
  all: readonly Standing[]
  here: Standing
  active: boolean
}) {
  const may = useMay()
  const { write } = useLog()
  const sayNot = useSayNot()
  const [unfit, setUnfit] = useState<readonly string[]>([])
  if (rooms.homeless.length === 0) return null
  // From the picked tub on, those that are free and clean.
  const from = all.findIndex((s) => s.tub.id === here.tub.id)
  const free = [...all.slice(from), ...all.slice(0, from)].filter(
    (s) => s.tub.animals.length === 0 && !s.tub.soiledSince,
  )
  const given = rooms.homeless.slice(0, free.length)
  const short = rooms.homeless.length - given.length
  const tubThem = async () => {
    const pairs = given.map((animal, i) => ({ animal, tub: free[i]!.tub }))
    const faults = await askMoves(pairs.map(({ animal, tub }) => ({ animalId: animal.id, placeId: tub.id })))
    const placed = pairs.map((pair, i) => ({ ...pair, faults: faults[i]! }))
    // Whom a tub does not suit is not put into it in passing: that is for a hand, and wants a reason.
    const fit = placed.filter((p) => p.faults.length === 0)
    setUnfit(
      placed
        .filter((p) => p.faults.length > 0)
        .map(({ animal, tub, faults }) => `${animal.tag} into ${tub.name}: ${faults.join(', ')}`),
    )
    if (fit.length === 0) return
    await write(
      fit.map(({ animal, tub }) => ({
        kind: 'moved' as const,
        subject: { type: 'animal' as const, id: animal.id },
        payload: { placeId: tub.id },
      })),
      `${fit.length} moved into tubs of their own`,
    )
  }
  return (
    <article className="card small-card now above-16" aria-label="Without a tub">
      <h2>Without a tub ({rooms.homeless.length})</h2>
      <p>
        {rooms.homeless.slice(0, 30).map((a) => (
          <Link key={a.id} className="tag after-8" to={`/animals/${a.id}`}>
            {a.tag}
          </Link>
        ))}
        {rooms.homeless.length > 30 && '…'}
      </p>
      {short > 0 && (
        <p className="small bad">
          {short} more than there are free, clean tubs from {here.tub.name} on.
        </p>
      )}
      {unfit.length > 0 && (
        <div className="note bad small" role="alert">
          These were not moved: the tub does not suit them. Start from another tub, or move them one by one.
          <ul className={css.points}>
            {unfit.slice(0, SHOWN_UNFIT).map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
          {unfit.length > SHOWN_UNFIT &&
            `${unfit.length - SHOWN_UNFIT === 1 ? 'One other does' : `${unfit.length - SHOWN_UNFIT} others do`} not fit either.`}
        </div>
      )}
      {may.write && given.length > 0 && (
        <Keys
          active={active}
          acts={[
            {
              key: 'T',
              says: `a tub each, from ${free[0]!.tub.name} on`,
              main: true,
              act: () => void tubThem().catch((error: unknown) => sayNot(error, NOT_MOVED)),
            },
          ]}
        />
      )}
    </article>
  )
}
