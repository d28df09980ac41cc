import { ENTRY_KINDS, entryKinds, type FeederPlanWhat } from '@hatch-book/contract'
import {
  sayIn,
  careOf,
  careOfCohort,
  daysBetween,
  isEmptyColony,
  onDay,
  Sheet,
  studyCohort,
  workOfColony,
  type Due,
  type WorkItem,
} from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { cohortViews, protocolIn } from '../cohorts'
import { colonyViews } from '../colonies'
import { tables, type Transaction } from '../db/connect'
import { loadShelf, type ProtocolShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { cachedWork, entriesOf, versions } from './cachedWork'
import type { Cared } from '../places'

/** What cohorts and colonies make of work, what was planned for the feeders, and what care they ask for. */
interface GroupWork {
  work: WorkItem[]
  cared: Cared[]
}

export function groupWork(tx: Transaction, actor: Actor): Promise<GroupWork> {
  const kinds = entryKinds.filter((k) => ['cohort', 'colony'].includes(ENTRY_KINDS[k].subject))
  const on = {
    beside: sql`${versions('cohort')}, ${versions('colony')}, ${versions('feeder_plan')}, ${entriesOf(kinds)}`,
  }
  return cachedWork(tx, actor, 'groups', on, () => readGroupWork(tx, actor))
}

async function readGroupWork(tx: Transaction, actor: Actor): Promise<GroupWork> {
  const shelf = await loadShelf(tx)
  const studies = (await cohortViews(tx, actor, shelf)).map((cohort) =>
    studyCohort(cohort, protocolIn(shelf, cohort.protocolId)!, actor.today, sayIn(actor.book)),
  )
  const colonies = await colonyViews(tx, actor)
  return {
    work: [
      ...studies.flatMap(({ work, cohort: { placeId } }) => work.map((w) => ({ ...w, placeId }))),
      ...colonies.flatMap(workOfColony),
      ...(await plannedFeeders(tx, shelf)),
    ],
    cared: [
      ...studies.map((study) => ({ of: dueOf('cohort', study.cohort), rules: careOfCohort(study) })),
      ...colonies.flatMap((colony) =>
        colony.counts[0] && isEmptyColony(colony.counts[0])
          ? []
          : [{ of: dueOf('colony', colony), rules: careOf(Sheet.of(shelf.document(colony.protocolId))) }],
      ),
    ],
  }
}

const dueOf = (type: 'cohort' | 'colony', { id, name, placeId }: GroupPlace): Due => ({
  ...{ type, id, name, placeId: placeId ?? null },
})
type GroupPlace = Pick<Due, 'id' | 'name'> & { placeId?: string | null }

async function plannedFeeders(tx: Transaction, shelf: ProtocolShelf): Promise<WorkItem[]> {
  const { feederPlan } = tables
  const plans = await tx.select().from(feederPlan).where(eq(feederPlan.settled, 'open'))
  return [
    ...plans.map(({ id, protocolId, from, until, what }) => ({
      ...onDay(
        {
          ...{ kind: `feeder ${what.kind}`, why: 'so it was planned' },
          subject: { type: 'colony' as const, id: '', name: shelf.document(protocolId).species },
          says: sayPlan(what),
        },
        from,
        what.kind === 'buy' ? 2 : 0,
        Math.max(0, Math.min(7, daysBetween(from, until))),
      ),
      id,
    })),
  ]
}

function sayPlan(what: FeederPlanWhat): string {
  switch (what.kind) {
    case 'buy':
      return `buy ${what.amounts.reduce((a, b) => a + b, 0).toLocaleString('en')} of ${what.sizes.join(' or ')}`
    case 'start':
      return what.bins === 1 ? 'set up a new bin' : `set up ${what.bins} new bins`
    case 'spare':
      return `take no ${what.sizes.join(' or ')}`
    case 'warm':
      return 'keep it warmer'
  }
}
