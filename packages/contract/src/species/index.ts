import { KEPT_AS } from '@hatch-book/core'
import * as v from 'valibot'
import { DaySchema, Id, Reference, Version } from '../common'
import { LatinName, SpeciesName } from '../protocols'

/** A species that a book keeps: what of it is here, and what comes next. */
export const KeptSpecies = v.object({
  id: Id,
  version: Version,
  species: v.string(),
  latin: v.string(),
  keptAs: v.picklist(KEPT_AS),
  /** Offered no more for what comes new. */
  hidden: v.boolean(),
  /** Animals, cohorts or colonies that live here; which of them, `keptAs` tells. */
  here: v.number(),
  cohorts: v.number(),
  /** Nothing was ever written of it that still stands: it can be removed. */
  unused: v.boolean(),
  /** The latest photo of an animal of it. */
  photoId: v.nullable(Id),
  /** The first work of the month ahead. */
  next: v.nullable(v.object({ due: DaySchema, name: v.string(), says: v.string() })),
})
export type KeptSpecies = v.InferOutput<typeof KeptSpecies>
export const SpeciesKept = v.object({ today: DaySchema, species: v.array(KeptSpecies) })

const MOST_TAKEN = 60
/** Species of the library that a book is to keep, by their Latin names there. */
export const TakenFromLibrary = v.object({
  species: v.pipe(
    v.array(v.object({ id: Id, latin: v.pipe(v.string(), v.maxLength(80)) })),
    v.minLength(1, 'choose one species at least'),
    v.maxLength(MOST_TAKEN, `choose at most ${MOST_TAKEN} at a time`),
  ),
})

export const SpeciesChange = v.object({
  version: Version,
  species: SpeciesName,
  latin: LatinName,
  hidden: v.boolean(),
})
export const SpeciesVersion = v.object({ version: Version })

/** The species that another one turns out to be. */
export const SpeciesMerge = v.object({ intoId: Id })
export const SpeciesMergeTrial = v.object({ fromId: Id, intoId: Id })
/** Animals that are of another species than was written down. */
export const SpeciesCorrection = v.object({
  animalId: Id,
  protocolId: Id,
  /** How many are corrected, as it was said before it was done: when it is another number by now, it is said anew. */
  together: v.pipe(v.number(), v.integer(), v.minValue(1)),
})
export const SpeciesCorrectionTrial = v.omit(SpeciesCorrection, ['together'])

/** What becomes of those whose species is corrected. */
export const CorrectedSpecies = v.object({
  /** All that are corrected together: whoever bred with each other is of one species. */
  together: v.array(Reference),
  changes: v.array(
    v.object({
      ...{ id: Id, tag: v.string(), stageFrom: v.string(), stageTo: v.string() },
      verdictFrom: v.nullable(v.string()),
      verdictTo: v.nullable(v.string()),
      because: v.string(),
    }),
  ),
})
export type CorrectedSpecies = v.InferOutput<typeof CorrectedSpecies>
/** The same of all animals of a species, and how many cohorts and colonies go over with them. */
export const MergedSpecies = v.object({
  ...CorrectedSpecies.entries,
  cohorts: v.number(),
  colonies: v.number(),
})
