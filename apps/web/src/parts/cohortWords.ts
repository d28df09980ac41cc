import type { Entry, PayloadOf } from '@hatch-book/contract'

const told = (stages: Readonly<Record<string, number>>) =>
  Object.entries(stages)
    .map(([stage, n]) => `${n} ${stage}`)
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
        low < high ? `${count} (${low} to ${high}) ${stage}` : `${count} ${stage}`,
      )
      return `counted: ${each.join(', ') || 'nobody'}`
    }
    case 'moulted on': {
      const { from, to, count } = as<'moulted on'>()
      return `${count} moulted from ${from} to ${to}`
    }
    case 'lost': {
      const { stage, count, why } = as<'lost'>()
      return `lost ${count} ${stage}: ${why}`
    }
    case 'passed on': {
      const { stage, count, how } = as<'passed on'>()
      return `${how}: ${count} ${stage}`
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
