/** How grave a defect is: a mark without consequence, and three that bar the way. */
export const DEFECT_GRADES = ['note', 'slight', 'marked', 'severe'] as const
export type DefectGrade = (typeof DEFECT_GRADES)[number]

/** Seen from above, or from the side. */
export const OUTLINE_VIEWS = ['above', 'side'] as const
export type OutlineView = (typeof OUTLINE_VIEWS)[number]

/** A defect on the outline of a body: where, what, how grave. */
export interface Defect {
  defect: string
  grade: DefectGrade
  view: OutlineView
  /** From nose to tail, and from one edge to the other: 0 to 1. */
  x: number
  y: number
}
