import {
  CHECK_SIGNS,
  CONDITION_SCORES,
  EGG_FATES,
  FEMALE_SIGNS,
  HATCHLING_STEPS,
  LAYING_SIGNS,
} from '@hatch-book/core'
import * as v from 'valibot'
import { Celsius, DaySchema, Grams, Id, Line, Note, Price, Share } from '../common'
import { KINDS_OF_COHORTS } from './kindsOfCohorts'
import { KINDS_OF_COLONIES } from './kindsOfColonies'
import { KINDS_OF_YOUNG } from './kindsOfYoung'

const Condition = v.picklist(CONDITION_SCORES, 'a condition score runs from 1 to 5 in half steps')
const Context = v.picklist(['empty', 'fed', 'gravid', 'in shed', 'not said'])
const remark = { note: v.optional(Note) }

/**
 * Every kind of entry: whom it is about and what it carries. A new capability adds its kinds here and nowhere else.
 */
export const ENTRY_KINDS = {
  weighed: {
    subject: 'animal',
    payload: v.object({
      grams: Grams,
      context: v.optional(Context, 'not said'),
      condition: v.optional(Condition),
      ...remark,
    }),
  },
  meal: {
    subject: 'animal',
    payload: v.object({
      outcome: v.picklist(
        ['offered', 'taken', 'refused', 'brought up'],
        'a meal is offered, taken, refused or brought up',
      ),
      prey: v.optional(Line(80)),
      grams: v.optional(Grams),
      assisted: v.optional(v.boolean()),
      /** What was tried with one that will not eat. */
      trick: v.optional(Line(80)),
      /** What it was dusted with; `o` for nothing. */
      supplement: v.optional(v.picklist(['Ca', 'CaD', 'MV', 'o'], 'this supplement is not known')),
      ...remark,
    }),
  },
  shed: { subject: 'animal', payload: v.object({ whole: v.optional(v.boolean(), true), ...remark }) },
  'going into shed': { subject: 'animal', payload: v.object({ ...remark }) },
  sexed: {
    subject: 'animal',
    payload: v.object({
      sex: v.picklist(['female', 'male', 'unknown']),
      certainty: Share,
      method: Line(60),
      ...remark,
    }),
  },
  ...KINDS_OF_YOUNG,
  moved: {
    subject: 'animal',
    payload: v.object({
      placeId: Id,
      /** Why it shares a tub against the rules, where it does. */
      despite: v.optional(Line(200)),
      ...remark,
    }),
  },
  'problem found': { subject: 'animal', payload: v.object({ problem: Line(120), ...remark }) },
  'problem over': { subject: 'animal', payload: v.object({ problem: Line(120), ...remark }) },
  quarantined: { subject: 'animal', payload: v.object({ until: DaySchema, ...remark }) },
  droppings: {
    subject: 'animal',
    payload: v.object({
      /** Whether the gut was clear after them. */
      clear: v.optional(v.boolean(), true),
      ...remark,
    }),
  },
  'rest began': {
    subject: 'animal',
    payload: v.object({
      /** How it is kept in it, so that seasons can be compared by it later. */
      bedding: v.optional(Line(60)),
      unit: v.optional(Line(60)),
      ...remark,
    }),
  },
  'rest check': {
    subject: 'animal',
    payload: v.object({
      /** What was not well; none for 'all well'. */
      signs: v.array(v.picklist(CHECK_SIGNS, 'this is not one of the signs of a check')),
      ...remark,
    }),
  },
  warmed: {
    subject: 'animal',
    payload: v.object({
      /** Woken before its time, and why. */
      because: v.optional(Line(200)),
      ...remark,
    }),
  },
  /** Asked once, when a season has gone by without a word: whether it met a mate after its rest. */
  'met a mate': {
    subject: 'animal',
    payload: v.object({ met: v.picklist(['yes', 'no', 'not known'], 'yes, no, or not known?'), ...remark }),
  },
  watered: { subject: 'animal', payload: v.object({ ...remark }) },
  listed: { subject: 'animal', payload: v.object({ price: Price, ...remark }) },
  unlisted: { subject: 'animal', payload: v.object({ ...remark }) },
  sold: { subject: 'animal', payload: v.object({ buyer: Line(120), price: Price, ...remark }) },
  died: { subject: 'animal', payload: v.object({ cause: v.optional(Note), ...remark }) },
  overruled: {
    subject: 'animal',
    payload: v.object({
      about: v.picklist(['readiness', 'leaving', 'rest']),
      verdict: v.picklist(['ready', 'trial', 'not this season', 'may leave', 'may rest', 'held back']),
      reason: Line(400),
    }),
  },
  moulted: {
    subject: 'animal',
    payload: v.object({ stage: v.optional(Line(40)), adult: v.optional(v.boolean(), false), ...remark }),
  },
  /** Said by a keeper of one that came half-grown, or by the program where a changed figure would have thrown it back. */
  'stage reached': { subject: 'animal', payload: v.object({ stage: Line(60), ...remark }) },
  trait: {
    subject: 'animal',
    payload: v.object({
      trait: Line(60),
      carries: v.picklist(['shows', 'carries', 'without'], 'a trait shows, is carried, or is not there'),
      certainty: v.optional(Share, 1),
      copies: v.optional(v.picklist([1, 2], 'an animal has one copy or two')),
      odds: v.optional(
        v.pipe(
          v.array(Share),
          v.length(3, 'chances of no, one and two copies'),
          v.check(
            (odds) => Math.abs(odds.reduce((a, b) => a + b, 0) - 1) < 1e-6,
            (issue) =>
              `these chances add up to ${Math.round((issue.input as number[]).reduce((a, b) => a + b, 0) * 1000) / 10} %, not 100 %`,
          ),
        ),
      ),
      score: v.optional(v.number('a score is a number')),
      ...remark,
    }),
  },
  'looked at': {
    subject: 'animal',
    payload: v.object({
      sign: v.picklist(FEMALE_SIGNS, 'this is not one of the signs to look for'),
      seen: v.boolean(),
      ...remark,
    }),
  },
  merged: {
    subject: 'animal',
    payload: v.object({
      mergedId: Id,
      tag: v.string(),
      /** What was moved over, so that it can be put back. */
      moved: v.record(v.string(), v.array(Id)),
    }),
  },
  noted: { subject: 'animal', payload: v.object({ text: Line(4000) }) },
  introduced: { subject: 'pairing', payload: v.object({ ...remark }) },
  courted: { subject: 'pairing', payload: v.object({ ...remark }) },
  locked: {
    subject: 'pairing',
    payload: v.object({
      minutes: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(10_000, 'at most 10000 minutes'))),
      ...remark,
    }),
  },
  separated: { subject: 'pairing', payload: v.object({ ...remark }) },
  attacked: { subject: 'pairing', payload: v.object({ ...remark }) },
  ignored: { subject: 'pairing', payload: v.object({ ...remark }) },
  spermatophore: { subject: 'pairing', payload: v.object({ ...remark }) },
  'taken up': { subject: 'pairing', payload: v.object({ ...remark }) },
  'paired despite': {
    subject: 'pairing',
    payload: v.object({
      /** What spoke against it, in the words it was refused with. */
      against: v.pipe(v.array(Line(400)), v.minLength(1)),
      reason: Line(400),
    }),
  },
  'clutch found': {
    subject: 'clutch',
    payload: v.object({ eggs: v.pipe(v.number(), v.integer(), v.minValue(0)), ...remark }),
  },
  'egg fate': {
    subject: 'clutch',
    payload: v.object({ eggId: Id, fate: v.picklist(EGG_FATES), animalId: v.optional(Id), ...remark }),
  },
  /** So many eggs of a clutch that is counted and not kept one by one. */
  'batch fate': {
    subject: 'clutch',
    payload: v.object({
      fate: v.picklist(EGG_FATES),
      count: v.pipe(v.number(), v.integer('count whole ones'), v.minValue(1), v.maxValue(1_000_000)),
      ...remark,
    }),
  },
  'eggs looked at': { subject: 'clutch', payload: v.object({ ...remark }) },
  'clutch moved': { subject: 'clutch', payload: v.object({ boxId: Id, ...remark }) },
  /** A box on the scale, and the water that was added then. */
  'box weighed': {
    subject: 'clutch',
    payload: v.object({
      grams: Grams,
      /** Dry medium in it, said when it is set up. */
      dryGrams: v.optional(Grams),
      addedGrams: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(100_000)), 0),
      ...remark,
    }),
  },
  'nest checked': { subject: 'animal', payload: v.object({ ...remark }) },
  'laying sign': {
    subject: 'animal',
    payload: v.object({
      sign: v.picklist(LAYING_SIGNS, 'this is not one of the signs before a laying'),
      ...remark,
    }),
  },
  'hatchling step': {
    subject: 'animal',
    payload: v.object({ step: v.picklist(HATCHLING_STEPS), ...remark }),
  },
  calibrated: {
    subject: 'place',
    payload: v.object({ readC: Celsius, trueC: Celsius, offsetC: v.number(), ...remark }),
  },
  /** Read off a thermometer that nobody logs: now, and the lowest and highest since it was last set back. */
  'thermometer read': {
    subject: 'place',
    payload: v.pipe(
      v.object({
        celsius: v.optional(Celsius),
        lowC: v.optional(Celsius),
        highC: v.optional(Celsius),
        ...remark,
      }),
      v.check(
        ({ celsius, lowC, highC }) => celsius !== undefined || (lowC !== undefined && highC !== undefined),
        'write what it shows, or its lowest and highest',
      ),
      v.check(
        ({ lowC, highC }) => (lowC === undefined) === (highC === undefined),
        'write both the lowest and the highest',
      ),
      v.check(
        ({ celsius: c, lowC: low = -Infinity, highC: high = Infinity }) =>
          low <= high && (c === undefined || (low <= c && c <= high)),
        'what it shows must lie between the lowest and the highest',
      ),
    ),
  },
  'set point': {
    subject: 'place',
    payload: v.object({
      celsius: Celsius,
      /** What it was set to before, where the log does not tell. */
      wasC: v.optional(Celsius),
      /** A colder or warmer part of each day. */
      night: v.optional(
        v.nullable(
          v.object({
            celsius: Celsius,
            startHour: v.pipe(v.number(), v.minValue(0), v.maxValue(23.99)),
            hours: v.pipe(v.number(), v.minValue(0), v.maxValue(24)),
          }),
        ),
      ),
      ...remark,
    }),
  },
  cleaned: { subject: 'place', payload: v.object({ ...remark }) },
  soiled: { subject: 'place', payload: v.object({ ...remark }) },
  misted: { subject: 'place', payload: v.object({ ...remark }) },
  'water changed': { subject: 'place', payload: v.object({ ...remark }) },
  'trial began': { subject: 'place', payload: v.object({ ...remark }) },
  'trial ended': { subject: 'place', payload: v.object({ ...remark }) },
  ...KINDS_OF_COHORTS,
  ...KINDS_OF_COLONIES,
  'batch went in': { subject: 'rest', payload: v.object({ ...remark }) },
  'batch check': {
    subject: 'rest',
    payload: v.object({
      signs: v.array(v.picklist(CHECK_SIGNS, 'this is not one of the signs of a check')),
      /** Found dead and taken out. */
      lost: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000_000)), 0),
      grams: v.optional(Grams),
      ...remark,
    }),
  },
  'batch came out': { subject: 'rest', payload: v.object({ ...remark }) },
  /** Work of a round that was left for a later day: which, and why. */
  'put off': {
    subject: 'any',
    payload: v.object({ work: Line(160), says: Line(200), reason: Line(200), until: DaySchema }),
  },
  struck: { subject: 'any', payload: v.object({ reason: v.optional(Note, '') }) },
} as const satisfies Record<string, { subject: SubjectType | 'any'; payload: v.GenericSchema }>

export const SUBJECT_TYPES = ['animal', 'pairing', 'clutch', 'place', 'rest', 'colony', 'cohort'] as const
export type SubjectType = (typeof SUBJECT_TYPES)[number]
export type EntryKind = keyof typeof ENTRY_KINDS
export type PayloadOf<K extends EntryKind> = v.InferOutput<(typeof ENTRY_KINDS)[K]['payload']>
export const entryKinds = Object.keys(ENTRY_KINDS) as EntryKind[]
