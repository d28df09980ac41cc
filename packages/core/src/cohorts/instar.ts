import { rangeSpread, type Range } from '../protocols'

export interface InstarChance {
  name: string
  chance: number
}

/**
 * Which instar a larva is by the width of its head: heads grow by leaps, and within an instar their logarithms scatter evenly
 * about its usual width. Every instar is as likely beforehand.
 * @param widthMm as measured, mm
 * @throws RangeError for a width that is none
 */
export function instarOf(
  widthMm: number,
  instars: readonly { name: string; widthMm: Range }[],
): InstarChance[] {
  if (!(widthMm > 0)) throw new RangeError('a head has a width')
  const density = instars.map(({ widthMm: { typical, least, most } }) => {
    const spread = Math.max(1e-3, rangeSpread(Math.log(least), Math.log(most)))
    return Math.exp(-0.5 * ((Math.log(widthMm) - Math.log(typical)) / spread) ** 2) / spread
  })
  const all = density.reduce((a, b) => a + b, 0)
  return instars.map(({ name }, i) => ({ name, chance: all > 0 ? density[i]! / all : 0 }))
}

export interface CohortRoom {
  /** One tub, litres, and its height, mm. */
  litres: number
  heightMm: number | null
  /** So many of them there are: one where it is left out. */
  tubs?: number
}

export interface CrowdingFinding {
  /** So many the tub holds at this size. */
  holds: number
  /** Tubs wanted for all of them. */
  tubs: number
  /** Space to moult: so many times their length is wanted. */
  tallEnough: boolean | null
  says: string
}

/**
 * Whether a tub holds a cohort: by the litres each is to have, and by the height that a moult wants.
 * @param litresEach for one of the stage
 * @param heightBodies height wanted, in body lengths; null where none is
 * @throws RangeError for a count or size that cannot be
 */
export function crowdingOf(
  count: number,
  litresEach: number,
  room: CohortRoom,
  mm: number | null,
  heightBodies: number | null,
): CrowdingFinding {
  if (!(count >= 0) || !(litresEach > 0) || !(room.litres > 0))
    throw new RangeError('counts and litres are from 0 on')
  const holds = Math.max(1, Math.floor(room.litres / litresEach + 1e-9))
  const wanted = mm !== null && heightBodies !== null ? mm * heightBodies : null
  const tallEnough = wanted === null || room.heightMm === null ? null : room.heightMm >= wanted
  const tubs = Math.ceil(count / holds)
  const have = room.tubs ?? 1
  return {
    ...{ holds, tubs, tallEnough },
    says: [
      count > holds * have ? `${count} in room for ${holds * have}: split into ${tubs}` : '',
      tallEnough === false ? `${Math.round(wanted!)} mm of height are wanted to moult` : '',
    ]
      .filter((w) => w !== '')
      .join('; '),
  }
}
