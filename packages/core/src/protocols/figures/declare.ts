import type { FigureUnit } from '../document'

/** A figure that a protocol may hold, declared once: what it is called, what it is measured in, and what it may be. */
export interface FigureDeclaration {
  /** `{n}` stands for its number, `{name}` for the name of the thing of a list that it belongs to. */
  label: string
  unit: FigureUnit
  /** Narrower limits than its unit has: outside these nothing can be calculated with it. */
  limits?: readonly [least: number, most: number]
  /** Why it has those limits. */
  why?: string
  /** Month and day, such as `11-05`. */
  dayOfYear?: boolean
  /** Said in one line of at most so many letters, and not left blank: what names things in the log. */
  line?: number
  /** The only form its words may have; `why` says which. */
  pattern?: RegExp
  /** The only words it may hold. */
  choices?: readonly string[]
  /** How it is asked for when a species is new; nothing where it is not asked. */
  asked?: string
}
