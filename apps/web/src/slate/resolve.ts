import {
  entryThat,
  newId,
  type EntryInput,
  type EntryKind,
  type PairingView,
  type SubjectType,
  readTold,
} from '@hatch-book/contract'
import { ENTRY_KINDS, instantOfDay, type SlateEntry, type SlateShare } from '@hatch-book/core'
import type { ToWrite } from '../shell/log'

/** Somebody or something that a line may speak of. */
export interface Named {
  type: SubjectType
  id: string
  name: string
  /** Of a cohort or a colony: its stages from the egg on. */
  stages?: readonly string[]
}

export interface Names {
  all: readonly Named[]
  /** The latest first. */
  pairings: readonly Pick<PairingView, 'id' | 'female' | 'male' | 'state' | 'startedOn'>[]
  zone: string
  today: string
  /** The book's clock. */
  now: string
  /** Where her eggs are set when nothing is said; null where no box is free. */
  boxFor(damId: string): { id: string; name: string } | null
}

/** A clutch that a line tells of: it is made, not only written down. */
export interface ClutchTold {
  damId: string
  pairingId: string | null
  eggs: number
  bad: number
  at: string
  box: { id: string; name: string }
}

/** What a line comes to in this book. */
export interface Resolved {
  writes: ToWrite[]
  clutch: ClutchTold | null
  /** Why it cannot be written; empty where it can. */
  problem: string
}

const A: Record<SubjectType, string> = {
  ...{ animal: 'an animal', place: 'a place', cohort: 'a cohort', colony: 'a colony', recipe: 'a recipe' },
  ...{ clutch: 'a clutch', pairing: 'a pairing', rest: 'a rest' },
}
/** A sex told on a card was seen, not probed. */
const BY_EYE = { certainty: 0.9, method: 'by eye' }

class NotHere extends Error {}

/** Brings what a line says to the entries of this book: whom it is about by identity, in the words of the contract. */
export function resolveLine(entries: readonly SlateEntry[], names: Names): Resolved {
  try {
    const told = entries.flatMap((e) => (e.kind === 'laid' ? [clutchOf(e, names)] : []))
    return {
      writes: merged(entries).flatMap((e) => writesOf(e, names)),
      clutch: told[0] ?? null,
      problem: '',
    }
  } catch (error) {
    if (!(error instanceof NotHere)) throw error
    return { writes: [], clutch: null, problem: error.message }
  }
}

/** A condition is told with a weight of the same animal: both are one entry. */
function merged(entries: readonly SlateEntry[]): SlateEntry[] {
  const conditions = entries.flatMap((e) => (e.kind === 'condition' ? [e] : []))
  const scoreOf = (e: SlateEntry) => conditions.find((c) => c.tags[0] === e.tags[0])?.payload
  const weighed = entries.filter((e) => e.kind === 'weighed' && scoreOf(e))
  if (weighed.length < conditions.length)
    throw new NotHere('a condition is written with a weight, such as 84g condition 3')
  return entries.flatMap((e): SlateEntry[] => {
    if (e.kind === 'condition') return []
    if (e.kind !== 'weighed') return [e]
    const { condition } = scoreOf(e) ?? {}
    return [{ ...e, payload: { ...e.payload, ...(condition && { condition }) } }]
  })
}

const find = (tag: string, names: Names) => names.all.find((n) => n.name.toLowerCase() === tag.toLowerCase())!

function need(tag: string, names: Names, ...types: SubjectType[]): Named {
  const all = names.all.filter((n) => n.name.toLowerCase() === tag.toLowerCase())
  const fits = all.find((n) => types.includes(n.type))
  if (fits) return fits
  throw new NotHere(
    `${find(tag, names).name} is ${A[all[0]!.type]}: this is said of ${types.map((t) => A[t]).join(' or ')}`,
  )
}

/** When it was: the time that was told; noon of a past day; now. */
function instantOf({ on, at }: SlateEntry, { zone, today, now }: Names): Pick<ToWrite, 'at' | 'precision'> {
  if (at) {
    const [hour, minute] = at.split(':').map(Number)
    return { at: new Date(instantOfDay(on, zone, hour! + minute! / 60)).toISOString(), precision: 'minute' }
  }
  if (on === today) return { at: now, precision: 'minute' }
  return { at: new Date(instantOfDay(on, zone, 12)).toISOString(), precision: 'day' }
}

function writesOf(entry: SlateEntry, names: Names): ToWrite[] {
  const when = instantOf(entry, names)
  const tag = entry.tags[0]!
  const say: Say = ({ type, id }, own, payload) => {
    const read = readTold(own, { type, id }, payload)
    if ('fault' in read) throw new NotHere(read.fault)
    return [{ ...read.told, ...when }]
  }
  if (entry.kind === 'laid' || entry.kind === 'condition') return []
  if (entry.kind === 'sexed') return say(need(tag, names, 'animal'), 'sexed', { ...entry.payload, ...BY_EYE })
  if (entry.kind === 'moved') {
    const { place, ...rest } = entry.payload
    return say(need(tag, names, 'animal'), 'moved', { ...rest, placeId: need(place, names, 'place').id })
  }
  if ('shares' in entry.payload) return groupWrites(entry.kind, tag, entry.payload, names, say)
  // Of whom the others are said, their kinds tell.
  const { subject } = ENTRY_KINDS[entry.kind]
  return say(
    subject === 'pairing'
      ? pairOf(entry.tags, names)
      : subject === 'any'
        ? caredFor(tag, names)
        : need(tag, names, subject),
    entry.kind,
    entry.payload,
  )
}

/** Care is said of a tub; of who lives there, where the name is not a tub's. */
function caredFor(tag: string, names: Names): Named {
  const isTub = names.all.some((n) => n.type === 'place' && n.name.toLowerCase() === tag.toLowerCase())
  return isTub ? need(tag, names, 'place') : need(tag, names, 'animal', 'cohort', 'colony')
}

function pairOf([one, other]: readonly string[], names: Names): Named {
  const ids = [one!, other!].map((tag) => need(tag, names, 'animal').id)
  const pairing = names.pairings.find((p) => ids.includes(p.female.id) && ids.includes(p.male.id))
  if (!pairing)
    throw new NotHere(`${one!} and ${other!} are no pair of this book yet: pair them in Pairing first`)
  return { type: 'pairing', id: pairing.id, name: `${pairing.female.tag} × ${pairing.male.tag}` }
}

function clutchOf(entry: SlateEntry & { kind: 'laid' }, names: Names): ClutchTold {
  const dam = need(entry.tags[0]!, names, 'animal')
  const { eggs, bad = 0 } = entry.payload
  if (eggs === undefined) throw new NotHere('how many eggs? Write laid 9')
  const hers = names.pairings.filter((p) => p.female.id === dam.id && p.state !== 'withdrawn')
  // Eggs come of a pair that met; of one that was only planned where nobody wrote down that they met.
  const pairing = hers.find((p) => p.startedOn !== null) ?? hers[0]
  const box = names.boxFor(dam.id)
  if (!box) throw new NotHere('no box is free: free one in Incubation first')
  return {
    box,
    ...{ damId: dam.id, pairingId: pairing?.id ?? null, eggs, bad },
    at: instantOf(entry, names).at!,
  }
}

type Say = (named: Named, kind: EntryKind, payload: object) => ToWrite[]

/** Numbers of a cohort or a colony, by its own stages. */
function groupWrites(
  kind: SlateEntry['kind'],
  tag: string,
  { shares, ...rest }: { shares: SlateShare[]; note?: string },
  names: Names,
  say: Say,
): ToWrite[] {
  const stagesOf = (group: Named) => group.stages ?? []
  const middle = ({ low, high }: SlateShare) => Math.round((low + high) / 2)
  const only = (what: string) => {
    if (shares.length !== 1) throw new NotHere(`${what}: one stage a line`)
    return shares[0]!
  }
  const stage = (group: Named, { of }: SlateShare): string => {
    const known = [...stagesOf(group), 'females', 'males', 'grown', 'adults']
    const found = known.find(
      (s) => s.toLowerCase() === of.toLowerCase() || `${s.toLowerCase()}s` === of.toLowerCase(),
    )
    if (!found)
      throw new NotHere(`${of || 'of which stage'}? ${group.name} has ${stagesOf(group).join(', ')}`)
    return found
  }
  const sexes = () => {
    const count = (word: RegExp) =>
      shares.filter((s) => word.test(s.of)).reduce((sum, s) => sum + middle(s), 0)
    const [females, males] = [count(/^f/i), count(/^m/i)]
    return { females, males, all: shares.reduce((sum, s) => sum + middle(s), 0) }
  }
  switch (kind) {
    case 'counted': {
      const group = need(tag, names, 'cohort', 'colony')
      const counted = Object.fromEntries(
        shares.map((s) => [stage(group, s), { count: middle(s), low: s.low, high: s.high }]),
      )
      if (group.type === 'cohort') return say(group, 'cohort counted', { ...rest, stages: counted })
      const { females = NONE, males = NONE, ...young } = counted
      return say(group, 'counted', { ...rest, young, females, males, how: 'one by one' })
    }
    case 'moulted on': {
      const group = need(tag, names, 'cohort')
      const share = only('moulted')
      const to = stage(group, share)
      const at = stagesOf(group).indexOf(to)
      if (at < 1) throw new NotHere(`nobody moults to ${to}`)
      return say(group, kind, { ...rest, from: stagesOf(group)[at - 1], to, count: middle(share) })
    }
    case 'lost': {
      const group = need(tag, names, 'cohort')
      const share = only('lost')
      return say(group, kind, {
        ...rest,
        stage: stage(group, share),
        count: middle(share),
        why: 'found dead',
      })
    }
    case 'emerged': {
      const { females, males, all } = sexes()
      return say(need(tag, names, 'cohort'), kind, {
        ...rest,
        females,
        males,
        unsexed: all - females - males,
      })
    }
    case 'fed off': {
      const group = need(tag, names, 'colony')
      const share = only('fed off')
      return say(group, kind, { ...rest, size: stage(group, share), count: middle(share) })
    }
    default:
      return say(need(tag, names, 'cohort'), 'eggs collected', {
        ...rest,
        count: sexes().all,
        mothers: 'mated',
      })
  }
}
const NONE = { count: 0, low: 0, high: 0 }

/** A clutch as the book is asked to make it, with the eggs that were told. */
export const clutchDraft = ({ damId, pairingId, eggs, bad, at, box }: ClutchTold) => ({
  boxId: box.id,
  ...{ id: newId(), entryId: newId(), kind: 'clutch' as const, damId, pairingId },
  ...{ foundAt: at, laidFrom: at, laidTo: at },
  eggs: Array.from({ length: eggs }, (_, i) => ({
    id: newId(),
    fate: i >= eggs - bad ? ('infertile' as const) : ('set' as const),
  })),
})

/** What lines come to as one request: their clutches, and their entries with names of their own. */
export function slateBatch(lines: readonly Resolved[]) {
  return {
    clutches: lines.flatMap((l) => (l.clutch ? [clutchDraft(l.clutch)] : [])),
    entries: lines.flatMap((l) =>
      l.writes.map(({ at, precision = 'minute', ...told }) =>
        entryThat(told, { id: newId(), at: at!, precision, device: 'slate' }),
      ),
    ),
  }
}

/** The entry that a found clutch writes, to be taken back by. */
export const foundEntry = (draft: ReturnType<typeof clutchDraft>): EntryInput => ({
  ...{ id: draft.entryId, kind: 'clutch found', subject: { type: 'clutch', id: draft.id } },
  ...{ at: draft.foundAt, payload: { eggs: draft.eggs.length } },
})
