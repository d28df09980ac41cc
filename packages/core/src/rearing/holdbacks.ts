import { counted } from '../words'
import type { Defect } from '../animals'
import { purposeFault } from './defects'

/** One of the siblings that could be kept. */
export interface HoldbackCandidate {
  id: string
  tag: string
  /** Probability of a female. */
  female: number
  /** Weight among its clutch mates and sex, 0 to 1; null where it was not weighed. */
  percentile: number | null
  /** Chance that it shows or carries what the line is for, 0 to 1; null where nobody said what that is. */
  wanted: number | null
  /** Mean kinship with the group that is kept, 0 to 1. */
  kinToKept: number
  mealsTaken: number
  mealsOffered: number
  defects: readonly Defect[]
  openProblems: readonly string[]
  /** Who holds it, if somebody does: what is promised is not proposed to be kept. */
  promisedTo?: string | null
  /** Already chosen by a keeper, or let go by one: the proposal goes round it. */
  decided: 'keep' | 'let go' | null
}

export interface HoldbackWish {
  females: number
  males: number
  /** Kept beyond those, to be sold grown on: better one too many than one too few. */
  extra: number
}

/** How much each part counts; a part that is not known counts for nothing, and the others for more. */
export const HOLDBACK_WEIGHTS = { wanted: 0.4, growth: 0.2, feeding: 0.2, kin: 0.2 } as const

export interface HoldbackChoice {
  id: string
  tag: string
  role: 'female' | 'male' | 'extra' | 'let go'
  /** 0 to 1. */
  score: number
  /** Each 0 to 1; null where it is not known. */
  parts: { wanted: number | null; growth: number | null; feeding: number; kin: number }
  because: string[]
  /** Why it is not proposed: not to be bred from, or promised; empty for one that is free. */
  barred: string
}

export interface HoldbackProposal {
  choices: HoldbackChoice[]
  /** What the wish lacks: more of a sex wanted than there are. */
  lacking: string[]
}

/** A sex counts for a place that asks for one when it is this sure. */
const SURE_ENOUGH = 0.8

/**
 * Proposes which siblings to keep: the best by what the line is for, growth among mates, feeding and distance from the
 * kept, sex by sex, then the next best as extra; those with a defect or an open problem are never proposed, nor as extra one of
 * which nothing is known yet.
 *
 * Kinship is scored on 1 − 2f, so that a full sibling of non-inbred parents (f = 1/4) scores a half.
 * @throws RangeError when a negative number is wished for
 */
export function proposeHoldbacks(
  candidates: readonly HoldbackCandidate[],
  wish: HoldbackWish,
): HoldbackProposal {
  if (wish.females < 0 || wish.males < 0 || wish.extra < 0)
    throw new RangeError('nobody keeps fewer than none')
  const scored = candidates
    .map((candidate) => ({ candidate, ...scoreOf(candidate), barred: barredBy(candidate) }))
    .sort((a, b) => b.score - a.score || (a.candidate.tag < b.candidate.tag ? -1 : 1))
  const roles = new Map<string, HoldbackChoice['role']>()
  const free = () =>
    scored.filter(
      ({ candidate, barred }) =>
        !roles.has(candidate.id) &&
        candidate.decided !== 'let go' &&
        (barred === '' || candidate.decided === 'keep'),
    )
  const lacking: string[] = []
  const fill = (role: 'female' | 'male', count: number, fits: (female: number) => boolean) => {
    const fitting = free().filter(({ candidate }) => fits(candidate.female))
    // What a keeper decided comes before what a score says.
    const chosen = [
      ...fitting.filter((s) => s.candidate.decided === 'keep'),
      ...fitting.filter((s) => s.candidate.decided === null),
    ].slice(0, count)
    for (const { candidate } of chosen) roles.set(candidate.id, role)
    if (chosen.length < count)
      lacking.push(
        `${counted(count - chosen.length, `more ${role}`)} wanted: no other of these is surely one and may be kept`,
      )
  }
  fill('female', wish.females, (female) => female >= SURE_ENOUGH)
  fill('male', wish.males, (female) => female <= 1 - SURE_ENOUGH)
  const kept = free().filter((s) => s.candidate.decided === 'keep')
  const extra = free().filter((s) => s.candidate.decided === null && isKnown(s.candidate))
  if (extra.length === 0 && wish.extra > kept.length && free().length > kept.length)
    lacking.push('too early for an extra one: nothing tells the others apart yet')
  for (const { candidate } of [...kept, ...extra].slice(0, Math.max(wish.extra, kept.length)))
    roles.set(candidate.id, 'extra')
  return {
    choices: scored.map(({ candidate, score, parts, barred }) => ({
      id: candidate.id,
      tag: candidate.tag,
      role: roles.get(candidate.id) ?? 'let go',
      ...{ score, parts, barred },
      because: reasonsOf(candidate, parts, barred),
    })),
    lacking,
  }
}

/** Whether anything but its parents speaks for or against it yet. */
const isKnown = (c: HoldbackCandidate) => c.wanted !== null || c.percentile !== null || c.mealsOffered > 0

function scoreOf(c: HoldbackCandidate) {
  const parts = {
    wanted: c.wanted,
    growth: c.percentile,
    // One meal taken and one refused are added, so that a single meal does not make a great eater.
    feeding: (c.mealsTaken + 1) / (c.mealsOffered + 2),
    kin: Math.min(1, Math.max(0, 1 - 2 * c.kinToKept)),
  }
  const known = Object.entries(HOLDBACK_WEIGHTS).flatMap(([part, weight]) => {
    const value = parts[part as keyof typeof parts]
    return value === null ? [] : [{ weight, value }]
  })
  const score =
    known.reduce((sum, { weight, value }) => sum + weight * value, 0) /
    known.reduce((sum, { weight }) => sum + weight, 0)
  return { parts, score }
}

const barredBy = (c: HoldbackCandidate) =>
  purposeFault('holdback', c.defects) ??
  (c.openProblems.length > 0
    ? `${c.openProblems[0]}: settle it first`
    : c.promisedTo
      ? `held for ${c.promisedTo}`
      : '')

function reasonsOf(c: HoldbackCandidate, parts: HoldbackChoice['parts'], barred: string): string[] {
  const percent = (share: number) => `${Math.round(share * 100)} %`
  return [
    ...(barred ? [barred] : []),
    ...(c.decided === 'keep'
      ? ['held back by a keeper']
      : c.decided === 'let go'
        ? ['let go by a keeper']
        : []),
    parts.wanted === null ? 'no goal set' : `${percent(parts.wanted)} to be what the line is for`,
    c.percentile === null ? 'not weighed' : `heavier than ${percent(c.percentile)} of its mates`,
    c.mealsOffered > 0 ? `ate ${c.mealsTaken} of ${c.mealsOffered}` : 'not offered food yet',
    `kinship with the holdbacks ${c.kinToKept.toFixed(3)}`,
    c.female >= SURE_ENOUGH || c.female <= 1 - SURE_ENOUGH ? '' : 'sex not sure',
  ].filter((r) => r !== '')
}
