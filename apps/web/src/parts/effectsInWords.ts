import { counted } from '@hatch-book/core'
import type { EditionEffects } from '@hatch-book/contract'

/** What an edition changes, in one line. */
export const sayEffects = ({ judged, changes, stages, work, aheadDays }: EditionEffects) =>
  changes.length + stages.length + work.count === 0
    ? `Nothing changes: ${judged > 0 ? `${counted(judged, 'verdict')}, ` : ''}all stages and the tasks of the next ${aheadDays} days stay the same.`
    : `${changes.length} of ${counted(judged, 'verdict')}, ${counted(stages.length, 'stage')} and ${counted(work.count, 'task')} in the next ${aheadDays} days change.`
