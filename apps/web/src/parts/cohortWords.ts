import type { Entry, PayloadOf } from '@hatch-book/contract'

/** Stages whose names are things that are counted; others, such as 'L3' or 'tail shrinking', stand as they are. */
const MANY: Readonly<Record<string, string>> = {
  ...{ egg: 'eggs', cell: 'cells', nymph: 'nymphs', tadpole: 'tadpoles', froglet: 'froglets' },
  ...{ larva: 'larvae', pupa: 'pupae', cocoon: 'cocoons', adult: 'adults', juvenile: 'juveniles' },
}
/** A stage as one says it of so many: 'eggs', 'egg', 'L3'. */
function stageOf(n: number, stage: string): string {
  const [, before = '', last = stage] = /^(.* )?(\S+)$/.exec(stage) ?? []
  return `${before}${n === 1 ? last : (MANY[last.toLowerCase()] ?? last)}`
}
const ofStage = (n: number, stage: string) => `${n} ${stageOf(n, stage)}`

const told = (stages: Readonly<Record<string, number>>) =>
  Object.entries(stages)
    .map(([stage, n]) => ofStage(n, stage))
    .join(', ')

const some = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`
const bySex = (females: number, males: number) => `${some(females, 'female')}, ${some(males, 'male')}`

/** What an entry of a cohort says, in a line; null where it is of something else. */
export function cohortInWords({ kind, payload }: Pick<Entry, 'kind' | 'payload'>): string | null {
  const as = <K extends Entry['kind']>() => payload as PayloadOf<K>
  switch (kind) {
    case 'cohort counted': {
      const { stages } = as<'cohort counted'>()
      const each = Object.entries(stages).map(([stage, { count, low, high }]) =>
        low < high ? `${count} (${low} to ${high}) ${stageOf(count, stage)}` : ofStage(count, stage),
      )
      return `counted: ${each.join(', ') || 'nobody'}`
    }
    case 'moulted on': {
      const { from, to, count } = as<'moulted on'>()
      return `${count} moulted from ${from} to ${to}`
    }
    case 'lost': {
      const { stage, count, why } = as<'lost'>()
      return `lost ${ofStage(count, stage)}: ${why}`
    }
    case 'passed on': {
      const { stage, count, how } = as<'passed on'>()
      return `${how}: ${ofStage(count, stage)}`
    }
    case 'moved out':
      return `to another cohort: ${told(as<'moved out'>().stages)}`
    case 'moved in':
      return `out of another cohort: ${told(as<'moved in'>().stages)}`
    case 'singled': {
      const { stage, tag } = as<'singled'>()
      return `one of the ${stage} became ${tag}`
    }
    case 'searched': {
      const { eggs, larvae, adults } = as<'searched'>()
      return `searched: ${some(eggs.young, 'young egg')}, ${eggs.old} old, ${told(larvae) || 'no larvae'}, ${bySex(adults.females, adults.males)}`
    }
    case 'adults set in':
    case 'adults taken out': {
      const { females, males } = as<'adults set in'>()
      return `${kind}: ${bySex(females, males)}`
    }
    case 'eggs collected': {
      const { count, mothers } = as<'eggs collected'>()
      return `${some(count, 'egg')} collected, mothers ${mothers}`
    }
    case 'emerged': {
      const { females, males, unsexed } = as<'emerged'>()
      return unsexed > 0 ? `emerged: ${unsexed}` : `emerged: ${bySex(females, males)}`
    }
    case 'eggs judged': {
      const { fertile, infertile } = as<'eggs judged'>()
      return `eggs judged: ${fertile} fertile, ${infertile} not`
    }
    default:
      return null
  }
}
