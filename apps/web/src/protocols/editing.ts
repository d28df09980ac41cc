import { Sheet, type FigureSetting, type ProtocolFigure } from '@hatch-book/core'

export type Sets = Readonly<Record<string, FigureSetting | null>>

/** What part of a protocol is edited with: the figures of one level as they would be, and how one is set. */
export interface Editing {
  figures: Record<string, ProtocolFigure>
  sources: Record<string, string>
  /** Keys of those that nobody said. */
  guessed: ReadonlySet<string>
  faults: Record<string, string>
  editable: boolean
  /** The figures without this level of the protocol. */
  before: Record<string, ProtocolFigure>
  /** Whether this level of the protocol sets it. */
  isOwn(key: string): boolean
  /** Sets several at once; null takes one back to what it was. */
  onSet(sets: Sets): void
}

/** What a helper that works several figures out of a few answers needs. */
export type Setting = Pick<Editing, 'figures' | 'editable' | 'onSet'>

export const single = (value: string | number): FigureSetting => ({ value, low: null, high: null })
/** Another figure with the range it had, as far as that still holds it. */
export const within = (figure: ProtocolFigure | undefined, value: number): FigureSetting => ({
  value,
  low: figure?.low == null ? null : Math.min(figure.low, value),
  high: figure?.high == null ? null : Math.max(figure.high, value),
})

/** The parts of a figure, and how each is called behind its label. */
export const RANGE = [
  ['value', ''],
  ['low', ', least'],
  ['high', ', most'],
] as const

/** A figure with one part of it set otherwise; null where its usual value would be gone. */
export function withPart(
  figure: ProtocolFigure | undefined,
  part: 'value' | 'low' | 'high',
  value: number | null,
): FigureSetting | null {
  if (part === 'value') return value === null ? null : within(figure, value)
  const { value: usual = value ?? 1, low = null, high = null } = figure ?? {}
  return { value: usual, low, high, [part]: value }
}

export const wordsOf = (figures: Editing['figures'], key: string) => String(figures[key]?.value ?? '')

export const namesOf = (figures: Editing['figures'], list: string) => {
  const names: string[] = []
  for (let n = 1; figures[`${list}.${n}.name`]; n++) names.push(wordsOf(figures, `${list}.${n}.name`))
  return names
}

/** A stage as it is edited: by its number, which it keeps wherever it stands. */
export interface StageNamed {
  n: number
  at: string
  name: string
}

/** The stages in their order, and those that were put aside. */
export function stagesIn(figures: Editing['figures']): { lived: StageNamed[]; aside: StageNamed[] } {
  const sheet = new Sheet('', figures)
  const named = (at: string): StageNamed => ({
    ...{ n: Number(at.slice('stage.'.length)), at, name: sheet.words(`${at}.name`) },
  })
  const lived = sheet.stages()
  const aside = sheet.numbered('stage').filter((at) => !lived.includes(at))
  return { lived: lived.map(named), aside: aside.map(named) }
}
