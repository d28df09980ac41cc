import type { LivingAnimal } from './life'
import { sketchRack } from './rackSketch'
import type { Founder, RACKS, SIDE_RACK } from './room'
import { sketchSnake } from './sketch'
import type { DemoStep } from './steps'

/** Grown animals sit for two sketches on the first day. */
export function portraits(founder: Founder, animal: LivingAnimal, at: number): DemoStep[] {
  const luck = animal.luck.branch('portrait')
  return (['above', 'side'] as const).map((view) => ({
    ...{ at, act: 'photo', of: { room: 'animals', id: animal.id }, view },
    svg: sketchSnake(founder.shows ?? [], view, luck),
  }))
}

/** A young snake is sketched once, after its first shed, by the look that it shows then. */
export const portraitOfYoung = (animal: LivingAnimal, shows: readonly string[], at: number): DemoStep => ({
  ...{ at, act: 'photo', of: { room: 'animals', id: animal.id }, view: 'above' },
  svg: sketchSnake(shows, 'above', animal.luck.branch('portrait'), SMALL),
})
const SMALL = 0.4

/** A rack as whoever comes for the first time sees it. */
export const photoOfRack = (
  { name, tubs, columns }: (typeof RACKS)[number] | typeof SIDE_RACK,
  id: string,
  at: number,
): DemoStep => ({
  ...{ at, act: 'photo', of: { room: 'places', id }, view: 'other' },
  svg: sketchRack(name, tubs, columns),
})
