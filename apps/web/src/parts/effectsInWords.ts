import type { EditionEffects } from '@hatch-book/contract'

const plural = (n: number, one: string, many = `${one}s`) =>
  `${n.toLocaleString('en')} ${n === 1 ? one : many}`

/** What an edition changes, in one line. */
export const sayEffects = ({ judged, changes, stages, work, aheadDays }: EditionEffects) =>
  changes.length + stages.length + work.count === 0
    ? `Nothing changes: ${plural(judged, 'verdict')}, all stages and the tasks of the next ${aheadDays} days stay the same.`
    : `${changes.length} of ${plural(judged, 'verdict')}, ${plural(stages.length, 'stage')} and ${plural(work.count, 'task')} in the next ${aheadDays} days change.`
