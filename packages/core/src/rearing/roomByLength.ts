import type { BodyPlan } from '../animals/bodyPlan'
import type { StageRoom } from '../protocols'
import { sizeInWords, USUAL_SIZE, type BodySize } from '../weighing'

/** A floor is taken to be half as wide as it is long. */
const WIDTH_PER_LENGTH = 0.5

const MM_PER_M = 1000
const MM_PER_CM = 10

/** What a tub must be for an animal of a length: the shortest floor and its area, and the height; null where no rule asks for it. */
export interface RoomByLength {
  /** Which of its sizes it goes by, mm. */
  of: BodySize
  mm: number
  floorMm: number | null
  areaM2: number | null
  heightMm: number | null
}

/**
 * The tub that an animal needs by its own length, such as one twice as long as it is.
 * @returns 'not measured' where a rule asks for its length and nobody has measured it; null where none does
 */
export function roomByLength(
  { floorBodies, heightBodies }: Pick<StageRoom, 'floorBodies' | 'heightBodies'>,
  plan: BodyPlan,
  measured: Partial<Record<BodySize, { mm: number }>>,
): RoomByLength | 'not measured' | null {
  if (!floorBodies && !heightBodies) return null
  const of = USUAL_SIZE[plan]
  const mm = measured[of]?.mm
  if (mm === undefined) return 'not measured'
  const floorMm = floorBodies && floorBodies.least * mm
  return {
    ...{ of, mm, floorMm },
    areaM2: floorMm && (floorMm / MM_PER_M) * (floorMm / MM_PER_M) * WIDTH_PER_LENGTH,
    heightMm: heightBodies && heightBodies.least * mm,
  }
}

const cm = (mm: number) => Math.round(mm / MM_PER_CM)

/** The same in words: `at 214 mm long, at least 43 × 21 cm of floor and 43 cm of height`; what is not known is said too. */
export function roomByLengthInWords(room: RoomByLength | 'not measured' | null): string {
  if (room === null) return ''
  if (room === 'not measured') return 'not measured yet, so its tub size by length is unknown'
  const { of, mm, floorMm, heightMm } = room
  const wants = [
    ...(floorMm ? [`${cm(floorMm)} × ${cm(floorMm * WIDTH_PER_LENGTH)} cm of floor`] : []),
    ...(heightMm ? [`${cm(heightMm)} cm of height`] : []),
  ]
  return `at ${sizeInWords(of, mm)}, at least ${wants.join(' and ')}`
}

/** What a tub is, as far as somebody has said. */
interface TubFloor {
  size: string
  areaM2: number | null
}

/**
 * Why a tub is too small for one that moves in, by its stage and by its own length.
 * @returns nothing where it is large enough, and where nobody has said how large it is
 */
export function floorFaults(
  tub: TubFloor | null,
  { areaM2 }: Pick<StageRoom, 'areaM2'>,
  stage: string,
  byLength: RoomByLength | 'not measured' | null,
): string[] {
  if (tub?.areaM2 == null) return []
  const has = `this tub (${tub.size}) has ${tub.areaM2} m² of floor`
  const faults: string[] = []
  if (areaM2 && tub.areaM2 < areaM2.least)
    faults.push(`${has}; a ${stage.toLowerCase()} needs ${areaM2.least} m²`)
  if (byLength !== null && byLength !== 'not measured' && byLength.areaM2 && tub.areaM2 < byLength.areaM2)
    faults.push(
      `${has}; this animal (${sizeInWords(byLength.of, byLength.mm)}) needs ${Number(byLength.areaM2.toPrecision(2))} m²`,
    )
  return faults
}
