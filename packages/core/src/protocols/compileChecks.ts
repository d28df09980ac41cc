import type { BodyPlan } from '../animals/bodyPlan'
import { ALL_PARTS, CHECK_GOOD_DAYS, CHECK_OCCASIONS } from '../checks/names'
import { knownParts, ownPart, PARTS_BY_PLAN } from '../checks/parts'
import type { CheckPart } from '../checks/sign'
import { IN_ALL_STAGES, IN_NO_STAGE } from './figures'
import { partsOf } from './compileCare'
import type { Sheet } from './sheet'
import type { CheckRule } from './types'

/** The checks that a protocol asks for, in their order; those put aside are not among them. */
export function checksOf(sheet: Sheet, plan: BodyPlan): CheckRule[] {
  const more = ownSigns(sheet)
  return sheet.numbered('check').flatMap((p): CheckRule[] => {
    const stages = sheet.words(`${p}.stages`, IN_ALL_STAGES)
    if (stages === IN_NO_STAGE) return []
    const when = sheet.words(`${p}.when`)
    const named = sheet.words(`${p}.parts`, ALL_PARTS)
    const parts =
      named === ALL_PARTS ? PARTS_BY_PLAN[plan] : partsOf(named).map((part) => partNamed(part, plan))
    return [
      {
        name: sheet.words(`${p}.name`),
        when: CHECK_OCCASIONS.find((o) => o === when) ?? 'every so many days',
        everyDays: sheet.rangeOrNull(`${p}.everyDays`),
        goodDays: sheet.numberOr(`${p}.goodDays`, CHECK_GOOD_DAYS),
        parts: parts.map((part) => withSigns(part, more)),
        stages: stages === IN_ALL_STAGES ? null : partsOf(stages).map((n) => sheet.words(`stage.${n}.name`)),
      },
    ]
  })
}

const partNamed = (name: string, plan: BodyPlan): CheckPart =>
  knownParts(plan).find(({ part }) => part === name.toLowerCase()) ?? ownPart(name)

type OwnSign = CheckPart['signs'][number] & { at: string }

const ownSigns = (sheet: Sheet): OwnSign[] =>
  sheet.numbered('check.sign').map((p) => ({
    at: sheet.words(`${p}.part`).toLowerCase(),
    sign: sheet.words(`${p}.name`),
    means: sheet.words(`${p}.means`, 'something you have not written down'),
    today: sheet.words(`${p}.today`, 'Write down what you see.'),
    vet: sheet.words(`${p}.vet`, 'when in doubt'),
  }))

const withSigns = (part: CheckPart, more: readonly OwnSign[]): CheckPart => ({
  ...part,
  signs: [
    ...part.signs,
    ...more.filter(({ at }) => at === part.part.toLowerCase()).map(({ at: _, ...sign }) => sign),
  ],
})
