import { addDays, stageDays } from '@hatch-book/core'
import { sure, writerFor, type Kept } from './cohortSteps'
import type { Chance } from './random'
import type { DemoStep } from './steps'

export const EARLY = {
  females: 2,
  males: 6,
  spun: '2027-04-28',
  pupated: '2027-05-04',
  sexedOn: '2027-05-12',
}
export const LATE = { females: 6, males: 1, spun: '2027-05-06', pupated: '2027-05-12', sexedOn: '2027-05-20' }

/** Cocoons of one brood: males come first, some pause, nobody lives long. */
export function emerge(kept: Kept, brood: typeof EARLY, luck: Chance): DemoStep[] {
  const write = writerFor(kept, luck)
  const [spinning, pupa] = kept.protocol.stages.slice(-2)
  const all = brood.females + brood.males
  const steps: DemoStep[] = [
    write(brood.spun, 9.5, 'cohort counted', { stages: { [spinning!.name]: sure(all + 1) } }),
    write(brood.pupated, 9.5, 'moulted on', { from: spinning!.name, to: pupa!.name, count: all }),
    write(brood.pupated, 9.6, 'lost', { stage: spinning!.name, count: 1, why: 'found dead' }),
    write(brood.sexedOn, 9.5, 'cohort counted', {
      stages: { [pupa!.name]: sure(all) },
      sexed: { females: brood.females, males: brood.males },
    }),
  ]
  const days = stageDays(pupa!, kept.celsius)
  const pauses = kept.protocol.pause!.share.typical
  for (const sex of ['females', 'males'] as const)
    for (let i = 0; i < brood[sex]; i++) {
      const shift = ((sex === 'females' ? 1 : -1) * kept.protocol.earlierMales) / 2
      const out =
        Math.round(luck.normal(days + shift, pupa!.spreadDays)) + (luck.happens(pauses / 2) ? 120 : 0)
      const lived = Math.max(2, Math.round(luck.normal(sex === 'females' ? 7 : 6, 1.6)))
      const one = (females: number, males: number) => ({ females, males })
      const on = addDays(brood.pupated, out)
      steps.push(write(on, 21, 'emerged', sex === 'females' ? one(1, 0) : one(0, 1)))
      steps.push(write(addDays(on, lived), 9, 'lost', { stage: sex, count: 1, why: 'found dead' }))
    }
  return steps
}
