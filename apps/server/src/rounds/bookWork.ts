import { checkWork, dueWork, type WorkItem } from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import type { Actor } from '../shell/actor'
import { animalsWork, quarantinePlaces } from './animalWork'
import { careItems, equipmentItems, timerItems } from '../places'
import { recipeItems } from '../recipes'
import { groupWork } from './groupWork'
import { alarmWork, eggWork, pairWork, putOffWork, restWork } from './roomWork'
import { stationsIn } from './stations'

/** Work of a book from today on, asked of every room; and the places that are walked last. */
export async function bookWork(
  tx: Transaction,
  actor: Actor,
  days: number,
): Promise<{ items: WorkItem[]; lastPlaces: string[] }> {
  const { today } = actor
  const here = await animalsWork(tx, actor)
  const placeById = new Map(here.map(({ of }) => [of.id, of.placeId]))
  const placeOf = (id: string) => placeById.get(id) ?? null
  const groups = await groupWork(tx, actor)
  const places = await stationsIn(tx)
  const cared = [...here.map(({ of, care }) => ({ of, rules: care })), ...groups.cared]
  const nameOf = (id: string) => places.get(id)?.name ?? ''
  const care = await careItems(tx, actor, cared, nameOf)
  const worn = await equipmentItems(tx, actor.book.zone, nameOf)
  const lit = here.flatMap(({ light }) => light ?? [])
  const timers = await timerItems(tx, actor, lit, (id) => places.get(id))
  const rests = await restWork(tx, actor, placeOf)
  const checks = here.flatMap(({ of, checks: { rules, facts } }) =>
    checkWork(of, rules, { ...facts, rest: rests.asleep.get(of.id) ?? null }, today),
  )
  const eggs = await eggWork(tx, actor, placeOf)
  const items = dueWork({
    ...{ today, horizonDays: days, looks: [], hatches: eggs.hatches },
    meals: here.flatMap((w) => w.meal ?? []),
    weighIns: here.flatMap((w) => w.weighIn ?? []),
    days: [
      ...here.flatMap((w) => w.ofItsDay),
      ...care.days,
      ...eggs.days,
      ...rests.days,
      ...(await pairWork(tx, actor, placeOf)),
      ...(await alarmWork(tx, actor)),
    ],
    made: [...groups.work, ...care.made, ...checks, ...worn, ...timers, ...(await recipeItems(tx, actor))],
    putOff: await putOffWork(tx, actor),
  })
  return { items, lastPlaces: quarantinePlaces(here, today) }
}
