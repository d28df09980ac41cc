import type { ProtocolDocument, ProtocolFigure } from './document'
import type { Range } from './range'
import { completed } from './ways'

/** A protocol that lacks a figure the calculations need. */
export class MissingFigureError extends Error {
  constructor(
    readonly code: string,
    readonly key: string,
  ) {
    super(`the protocol ${code} lacks the figure ${key}`)
  }
}

type Figures = Readonly<Record<string, ProtocolFigure>>

/** Reads a document's figures by their keys. */
export class Sheet {
  constructor(
    private readonly code: string,
    private readonly figures: Figures,
  ) {}
  /** The figures of a document, with the guesses of its way of life where it says none. */
  static of(document: ProtocolDocument): Sheet {
    return new Sheet(document.code, completed(document).figures)
  }
  has(key: string): boolean {
    return key in this.figures
  }
  number(key: string): number {
    const value = this.figures[key]?.value
    if (typeof value !== 'number') throw new MissingFigureError(this.code, key)
    return value
  }
  numberOr<T>(key: string, otherwise: T): number | T {
    return this.has(key) ? this.number(key) : otherwise
  }
  words(key: string, otherwise = ''): string {
    const value = this.figures[key]?.value
    return value === undefined ? otherwise : String(value)
  }
  range(key: string): Range {
    const { low, high } = this.figures[key] ?? {}
    const typical = this.number(key)
    return { typical, least: low ?? typical, most: high ?? typical }
  }
  rangeOrNull(key: string): Range | null {
    return this.has(key) ? this.range(key) : null
  }
  /** Stages in the order in which they are gone through; those that were put aside are not among them. */
  stages(): string[] {
    const all = this.numbered('stage')
    const order = this.words('stage.order')
    const named = order.split(',').map((n) => `stage.${n.trim()}`)
    const known = named.filter((p, i) => all.includes(p) && named.indexOf(p) === i)
    return known.length > 0 ? known : all
  }
  /** Numbers 1, 2, … for which `prefix.n.name` stands. */
  numbered(prefix: string): string[] {
    const found: string[] = []
    for (let n = 1; this.has(`${prefix}.${n}.name`); n++) found.push(`${prefix}.${n}`)
    return found
  }
}
