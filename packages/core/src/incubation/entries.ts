import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Grams, Id, remark } from '../values'
import { HATCHLING_STEPS, LAYING_SIGNS } from './signs'

/** What can become of an egg. `set` is where every egg starts. */
export const EGG_FATES = [
  'set',
  'good',
  'infertile',
  'damaged',
  'dented',
  'mouldy',
  'dead',
  'pipped',
  'hatched',
  'sold',
  'passed on',
  'frozen',
  'fed',
] as const
export type EggFate = (typeof EGG_FATES)[number]

const Count = v.pipe(v.number(), v.integer(), v.minValue(0))
const LitterCount = v.object({ alive: Count, stillborn: Count, unfertilised: Count })
/** What was born: alive, stillborn, and those that were never fertilised. */
export type LitterCount = v.InferOutput<typeof LitterCount>

/** A litter as it is told: those alive, and of the others what there was. */
export const litterInWords = ({ alive, stillborn, unfertilised }: LitterCount): string =>
  [
    `${alive} alive`,
    ...(stillborn > 0 ? [`${stillborn} stillborn`] : []),
    ...(unfertilised > 0 ? [`${unfertilised} unfertilised`] : []),
  ].join(', ')

export const ENTRIES_OF_INCUBATION = [
  defineEntry({
    kind: 'clutch found',
    subject: 'clutch',
    by: 'helper',
    act: true,
    once: true,
    payload: v.object({ eggs: Count, litter: v.optional(LitterCount), ...remark }),
    says: ({ eggs }) => `found, ${eggs} in all`,
  }),
  /** A litter counted once more: young that were overlooked, and some that were never there. */
  defineEntry({
    kind: 'litter counted',
    subject: 'clutch',
    by: 'keeper',
    act: true,
    once: true,
    touches: ['animals'],
    payload: v.object({ litter: LitterCount, added: v.array(Id), takenBack: v.array(Id), ...remark }),
    says: ({ litter, added, takenBack }) =>
      [
        `counted again: ${litterInWords(litter)}`,
        ...(added.length > 0 ? [`${added.length} more than before`] : []),
        ...(takenBack.length > 0 ? [`${takenBack.length} taken back`] : []),
      ].join(', '),
  }),
  defineEntry({
    kind: 'egg fate',
    subject: 'clutch',
    by: 'helper',
    once: true,
    payload: v.object({
      eggId: Id,
      fate: v.picklist(EGG_FATES),
      animalId: v.optional(Id),
      /** Which one it is, as people count them: added when it is read. */
      eggNumber: v.optional(v.number()),
      ...remark,
    }),
    says: ({ eggNumber, fate }) => `egg${eggNumber ? ` ${eggNumber}` : ''} is ${fate}`,
  }),
  /** So many eggs of a clutch that is counted and not kept one by one. */
  defineEntry({
    kind: 'batch fate',
    subject: 'clutch',
    by: 'helper',
    once: true,
    payload: v.object({
      fate: v.picklist(EGG_FATES),
      count: v.pipe(v.number(), v.integer('count whole ones'), v.minValue(1), v.maxValue(1_000_000)),
      ...remark,
    }),
    says: ({ fate, count }) => `${count} are ${fate}`,
  }),
  defineEntry({
    kind: 'eggs looked at',
    subject: 'clutch',
    by: 'helper',
    payload: v.object({ ...remark }),
    says: () => 'eggs looked at, none out yet',
  }),
  defineEntry({
    kind: 'clutch moved',
    subject: 'clutch',
    by: 'helper',
    payload: v.object({ boxId: Id, ...remark }),
    says: () => 'moved to another box',
  }),
  /** A box on the scale, and the water that was added then. */
  defineEntry({
    kind: 'box weighed',
    subject: 'clutch',
    by: 'helper',
    payload: v.object({
      grams: Grams,
      /** Dry medium in it, said when it is set up. */
      dryGrams: v.optional(Grams),
      addedGrams: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(100_000)), 0),
      ...remark,
    }),
    says: ({ grams, addedGrams }, figures) =>
      `box weighed ${figures.grams(grams)}${addedGrams ? `, ${figures.grams(addedGrams)} of water added` : ''}`,
  }),
  defineEntry({
    kind: 'nest checked',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ ...remark }),
    says: () => 'nest looked at, nothing there',
  }),
  defineEntry({
    kind: 'laying sign',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      sign: v.picklist(LAYING_SIGNS, 'choose from the signs that laying is near'),
      ...remark,
    }),
    says: ({ sign }) => `sign of laying: ${sign}`,
  }),
  defineEntry({
    kind: 'hatchling step',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ step: v.picklist(HATCHLING_STEPS), ...remark }),
    says: ({ step }) => step,
  }),
] as const
