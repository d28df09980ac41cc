import type { WorkItem } from './item'

/** An entry that settles work; whose kinds they are the contract says. */
export interface OutcomeEntry {
  kind: string
  subject: { type: WorkItem['subject']['type']; id: string }
  payload: Record<string, unknown>
}

/** One way in which a piece of work is settled: by one key, with the entries it writes. */
export interface Outcome {
  key: string
  says: string
  /** What happens nearly always: settled by the space bar together with all others of its kind. */
  usual: boolean
  /** Done whatever else was seen at this tub: fresh water goes with a refused meal too. */
  chore: boolean
  /** Not as hoped: told apart in what was logged. */
  bad: boolean
  entries: OutcomeEntry[]
}

const CHORES: Readonly<Record<string, { says: string; writes: string }>> = {
  water: { says: 'water changed', writes: 'water changed' },
  mist: { says: 'misted', writes: 'misted' },
  clean: { says: 'cleaned', writes: 'cleaned' },
  tend: { says: 'done', writes: 'tended' },
}
const USUAL: Readonly<Record<string, { says: string; writes: string; payload?: Record<string, unknown> }>> = {
  nest: { says: 'nothing in the nest', writes: 'nest checked' },
  hatch: { says: 'none out yet', writes: 'eggs looked at' },
  check: { says: 'all well', writes: 'rest check', payload: { signs: [] } },
  'batch check': { says: 'all well', writes: 'batch check', payload: { signs: [], lost: 0 } },
  part: { says: 'parted', writes: 'separated' },
  introduce: { says: 'put together', writes: 'introduced' },
}
const MEALS = [
  { key: 'Space', says: 'ate', outcome: 'taken' },
  { key: 'R', says: 'refused', outcome: 'refused' },
  { key: 'O', says: 'offered, look again', outcome: 'offered' },
  { key: 'B', says: 'brought up', outcome: 'brought up' },
] as const

/**
 * How a piece of work may be settled by one key, with what each writes; none where it wants figures or a decision: then its own view has
 * the form for it.
 */
export function outcomesOf({ kind, subject, carries = {} }: WorkItem): Outcome[] {
  const of = { type: subject.type, id: subject.id }
  if (kind === 'meal' || kind === 'left') {
    const { trick, supplement, ...rest } = carries
    return MEALS.filter((m) => kind === 'meal' || m.outcome !== 'offered').map(({ key, says, outcome }) => ({
      ...{ key, says, usual: outcome === 'taken', chore: false },
      bad: outcome === 'refused' || outcome === 'brought up',
      entries: [
        {
          ...{ kind: 'meal', subject: of },
          payload: {
            outcome,
            ...rest,
            ...(trick !== undefined && outcome !== 'offered' && { trick }),
            ...(supplement !== undefined && outcome !== 'brought up' && { supplement }),
          },
        },
      ],
    }))
  }
  const chore = CHORES[kind]
  const usual = chore ?? USUAL[kind]
  if (!usual) return []
  return [
    {
      ...{ key: 'Space', says: usual.says, usual: true, chore: chore !== undefined, bad: false },
      entries: [
        {
          ...{ kind: usual.writes, subject: of },
          payload: { ...USUAL[kind]?.payload, ...(kind === 'tend' ? carries : {}) },
        },
      ],
    },
  ]
}
