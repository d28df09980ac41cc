import type * as v from 'valibot'
import { Celsius, DaySchema, Grams, Id, Share } from '../values'
import { ENTRY_KINDS, type EntryKind } from './kinds'

/** Something that an entry carries and that can be written otherwise in a form. */
export interface PayloadField {
  name: string
  /** As a form calls it. */
  label: string
  of: 'mass' | 'temperature' | 'share' | 'number' | 'text' | 'day' | 'choice' | 'yes or no'
  /** Of a choice. */
  options: readonly (string | number)[]
  /** It may be left empty. */
  isOptional: boolean
}

type Schema = v.GenericSchema & {
  wrapped?: Schema
  pipe?: readonly Schema[]
  entries?: Record<string, Schema>
  options?: readonly (string | number)[]
}

/** Where the name in the log is not the word that a keeper says. */
const LABELS: Readonly<Record<string, string>> = {
  ...{
    grams: 'Weight',
    prey: 'Food',
    celsius: 'Temperature',
    lowC: 'Lowest',
    highC: 'Highest',
    note: 'Remark',
  },
  ...{ certainty: 'How sure', text: 'Note', whole: 'Whole', assisted: 'With help', mm: 'Length, mm' },
  ...{ supplement: 'Dusted with', trick: 'What was tried' },
}
const labelOf = (name: string): string => {
  const words = name.replace(/([A-Z])/g, ' $1').toLowerCase()
  return LABELS[name] ?? words[0]!.toUpperCase() + words.slice(1)
}

const WRAPPERS = ['optional', 'nullable', 'nullish', 'exact_optional']
/** What is meant beneath 'may be left out'. */
function unwrapped(schema: Schema): { schema: Schema; isOptional: boolean } {
  let [at, isOptional] = [schema, false]
  while (WRAPPERS.includes(at.type) && at.wrapped) [at, isOptional] = [at.wrapped, true]
  return { schema: at, isOptional }
}

const MEASURES = new Map<unknown, PayloadField['of']>([
  [Grams, 'mass'],
  [Celsius, 'temperature'],
  [Share, 'share'],
  [DaySchema, 'day'],
])
const PLAIN: Readonly<Record<string, PayloadField['of']>> = {
  ...{ string: 'text', number: 'number', boolean: 'yes or no', picklist: 'choice' },
}

/**
 * What of an entry of a kind a form can write otherwise, in the order in which it is defined. What it names (an animal, a place) and what is a
 * list of its own are not among them: those are chosen on the page they belong to.
 */
export function fieldsOfEntry(kind: EntryKind): PayloadField[] {
  const payload = ENTRY_KINDS[kind].payload as unknown as Schema
  if (payload.type !== 'object' || payload.pipe || !payload.entries) return []
  return Object.entries(payload.entries).flatMap(([name, entry]) => {
    const { schema, isOptional } = unwrapped(entry)
    const of = schema === (Id as unknown) ? undefined : (MEASURES.get(schema) ?? PLAIN[schema.type])
    return of ? [{ name, label: labelOf(name), of, options: schema.options ?? [], isOptional }] : []
  })
}
