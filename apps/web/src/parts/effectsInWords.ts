import { counted } from '@hatch-book/core'
import type { Effects } from '@hatch-book/contract'

const listed = (parts: readonly string[]) =>
  [parts.slice(0, -1).join(', '), ...parts.slice(-1)].filter(Boolean).join(' and ')

/** What a change does, in one line: of each only what there is. */
export function sayEffects({ judged, verdicts, stages, work, aheadDays }: Effects): string {
  const changed = [
    ...(verdicts.length > 0 ? [`${verdicts.length} of ${counted(judged, 'verdict')}`] : []),
    ...(stages.length > 0 ? [counted(stages.length, 'stage')] : []),
    ...(work.count > 0 ? [`${counted(work.count, 'task')} in the next ${aheadDays} days`] : []),
  ]
  if (changed.length > 0) {
    const isOne = changed.length === 1 && verdicts.length + stages.length + work.count === 1
    return `${listed(changed)} ${isOne ? 'changes' : 'change'}.`
  }
  return `Nothing changes: ${judged > 0 ? `${counted(judged, 'verdict')}, ` : ''}all stages and the tasks of the next ${aheadDays} days stay the same.`
}
