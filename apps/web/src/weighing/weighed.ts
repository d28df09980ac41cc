import type { AnimalRow } from '@hatch-book/contract'
import type { WeightContext } from '@hatch-book/core'

/** One animal's weighing in this sitting: how it stood before, and what the scale said. */
export interface Weighed {
  animal: AnimalRow
  grams: number
  context: WeightContext
  condition: number | null
  /** When it was written, by this device's clock: what was read before knows nothing of it. */
  at: number
}

/** What is told of a sitting at the scale: what was weighed, and how everybody stands now. */
export interface SittingProps {
  done: readonly Weighed[]
  animals: readonly AnimalRow[]
  onReasons(id: string): void
}

export const changeOf = ({ animal, grams }: Weighed) => (animal.grams ? grams / animal.grams - 1 : null)

/** A loss worth a second look, as a share: gut and scale alone scatter by less. */
export const WORRYING_LOSS = 0.05

export interface Sitting {
  lost: Weighed[]
  crossed: { weighed: Weighed; now: AnimalRow }[]
  weighed: number
  gained: number
  /** They have nothing to be compared with. */
  first: number
}

/** What a sitting at the scale has shown. */
export function summariseSitting(done: readonly Weighed[], now: readonly AnimalRow[]): Sitting {
  const byId = new Map(now.map((a) => [a.id, a]))
  return {
    weighed: done.length,
    gained: done.filter((w) => (changeOf(w) ?? 0) > 0).length,
    first: done.filter((w) => changeOf(w) === null).length,
    lost: done
      .filter((w) => (changeOf(w) ?? 0) <= -WORRYING_LOSS)
      .sort((a, b) => changeOf(a)! - changeOf(b)!),
    crossed: done.flatMap((weighed) => {
      const after = byId.get(weighed.animal.id)
      return after && (after.verdict !== weighed.animal.verdict || after.stage !== weighed.animal.stage)
        ? [{ weighed, now: after }]
        : []
    }),
  }
}

/** '3 weighed: 1 heavier than last time, 2 not' and the like. */
export function sittingInWords({ weighed, gained, first }: Sitting): string {
  const not = weighed - gained - first
  const [each, none] = weighed === 1 ? ['', 'not'] : weighed === 2 ? ['both ', 'neither'] : ['all ', 'none']
  if (gained === weighed) return `${weighed} weighed, ${each}heavier than last time.`
  if (not === weighed) return `${weighed} weighed, ${none} heavier than last time.`
  if (first === weighed) return `${weighed} weighed, ${each}for the first time.`
  const parts = [
    gained > 0 && `${gained} heavier than last time`,
    not > 0 && `${not} ${gained > 0 ? 'not' : 'not heavier than last time'}`,
    first > 0 && `${first} for the first time`,
  ]
  return `${weighed} weighed: ${parts.filter((part) => part !== false).join(', ')}.`
}
