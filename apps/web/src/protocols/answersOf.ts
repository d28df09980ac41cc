import {
  declarationOf,
  readAnswer,
  type BookUnits,
  type FigureSetting,
  type WayOfLife,
} from '@hatch-book/core'

/** A new species as far as its keeper has told it. */
export interface SpeciesDraft {
  species: string
  latin: string
  wayOfLife: string | null
  /** Latin name of the species of the library that it is, or is like. */
  library: string | null
  /** A species of the book that it is like, by its id. */
  like: string | null
  /** What is typed, by the key of the figure that it answers. */
  answers: Record<string, string>
  /** What was worked out of two weights or two temperatures: each figure once. */
  worked: readonly (readonly [key: string, set: FigureSetting])[]
}

/** What was answered of those that a way of life asks for, as far as it can be read, and what was worked out beside. */
export function answersOf(
  draft: SpeciesDraft,
  way: WayOfLife,
  units: BookUnits,
): Record<string, FigureSetting> {
  const read = way.asks.flatMap((key) => {
    const answer = readAnswer(draft.answers[key] ?? '', declarationOf(key)!.unit, units)
    return 'setting' in answer && answer.setting ? [[key, answer.setting] as const] : []
  })
  return Object.fromEntries([...draft.worked, ...read])
}
