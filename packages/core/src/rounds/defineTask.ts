import type { TimeOfDay } from '../calendar'
import type { SubjectType } from '../log/define'
import type { EntryKind, SaidOf } from '../log/kinds'
import type { EquipmentKind } from '../places/kinds'

/** What goes into the entry that settles a task, and into its words: nothing where there is nothing to say. */
export interface TaskCarries {
  /** Of a meal: what is offered, g of it, what is tried, what it is dusted with. */
  prey?: string
  grams?: number
  trick?: string
  supplement?: string
  /** Of a colony: which of its method's steps; of care: what it is called. */
  task?: string
  /** Of care: what of its rotation, and in which part of the day. */
  with?: string
  at?: TimeOfDay
  /** Of a rest: which of its turns. */
  turn?: string
  /** Of equipment: what it is called, what it is, and for how many days a new one is good. */
  equipment?: string
  device?: EquipmentKind
  replaceDays?: number
  /** Of a timer: hours of light a day. */
  hours?: number
  /** Of a check: by which list. */
  check?: string
  /** Of a moult: which stage is looked for. */
  stage?: string
}

/** One way in which a task is settled by one key: which entry it writes, and what that carries. */
export type Settles = {
  key: string
  /** As the key says it: of care by what it is called. */
  says: string | ((carries: TaskCarries) => string)
  /** What happens nearly always: settled by the space bar together with all others of its kind. */
  usual?: true
  /** Not as hoped: told apart in what was logged. */
  bad?: true
} & {
  [K in EntryKind]: Record<never, never> extends SaidOf<K>
    ? { writes: K; payload?: (carries: TaskCarries) => SaidOf<K> }
    : { writes: K; payload: (carries: TaskCarries) => SaidOf<K> }
}[EntryKind]

/** What is done first where one stands: a full animal is not weighed, a dirty tub not misted. */
export type Turn =
  'alarm' | 'waking' | 'weighing' | 'parting' | 'looking after' | 'feeding' | 'looking' | 'the rest'

/**
 * A kind of task: what is said of it here is all that anybody knows of it. How it is counted in a message, in which turn it is done, how it is
 * settled by keys and whether it may be missed all follow from this.
 */
export interface TaskDefinition<K extends string = string, S extends SubjectType = SubjectType> {
  kind: K
  /** On whom it is done. */
  on: readonly S[]
  /** One of it, and many, as a list counts them. */
  one: string
  many: string
  /** In a word or two, where there is no more room. */
  short?: string
  turn: Turn
  /** Its day does not come again: eggs dry, a hatchling is alone, a sleeper starves, a buyer stands at the door. */
  mustNotMiss?: true
  /** Done before one sets out: what is mixed is carried on the walk. */
  beforehand?: true
  /** Done whatever else was seen at this tub: fresh water goes with a refused meal too. */
  chore?: true
  /** How one key settles it; none where it wants figures or a decision: then its own view has the form for it. */
  settles?: readonly Settles[]
}

/** Defines a kind of task, in the room to which it belongs. */
export const defineTask = <const K extends string, const S extends SubjectType>(
  definition: TaskDefinition<K, S>,
): TaskDefinition<K, S> => definition
