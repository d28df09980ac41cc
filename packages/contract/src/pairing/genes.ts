import { ALLELE_MODES, LINKAGES } from '@hatch-book/core'
import * as v from 'valibot'
import { Id, Line, Note, Share, Version } from '../common'

const Word = v.pipe(Line(40), v.toLowerCase())
const Between = (from: number, to: number, says: string) =>
  v.pipe(v.number(says), v.minValue(from, says), v.maxValue(to, says))

const HarmSchema = v.object({
  harm: v.picklist(['lethal', 'impaired'], 'two copies are lethal, or impair'),
  share: Share,
  says: Line(200),
})
const AlleleSchema = v.object({
  word: Word,
  mode: v.picklist(ALLELE_MODES, 'recessive, incomplete dominant or dominant'),
  also: v.optional(v.array(Word)),
  doubledWord: v.optional(Word),
  shownBy: v.optional(Share),
  doubled: v.optional(HarmSchema),
  seen: v.optional(Note),
  note: v.optional(Note),
})
const LocusSchema = v.object({
  name: Line(12),
  linkage: v.picklist(LINKAGES, 'an autosome, or X, Y, Z or W'),
  alleles: v.array(AlleleSchema),
  pairs: v.optional(
    v.array(v.object({ alleles: v.tuple([Word, Word]), word: Word, harm: v.optional(HarmSchema) })),
  ),
})

/** The genes of a species as they are edited and kept; core's GeneSet. */
export const GeneSetSchema = v.object({
  loci: v.pipe(v.array(LocusSchema), v.maxLength(60, 'at most 60 loci')),
  scores: v.array(
    v.object({
      word: Word,
      from: v.number(),
      to: v.number(),
      spread: Between(0, 1000, 'a spread is not below 0'),
      relative: v.optional(v.boolean()),
      heritability: Share,
    }),
  ),
  links: v.array(
    v.object({
      loci: v.tuple([v.string(), v.string()]),
      recombination: Between(0, 0.5, 'loci are parted in 0 to 50 % of eggs'),
    }),
  ),
})
export const GenesChange = v.object({
  version: v.pipe(v.number(), v.integer(), v.minValue(0)),
  genes: GeneSetSchema,
})
/** All that is known of a species' heredity in this book: what its looks are read by. */
export const SpeciesGenes = v.object({ genes: GeneSetSchema })
export const GenesSaved = v.object({ version: Version })

/** What somebody says of a trait, as it is kept in the log. */
export const SaidSchema = v.object({
  trait: v.string(),
  carries: v.picklist(['shows', 'carries', 'without']),
  certainty: v.number(),
  copies: v.optional(v.picklist([1, 2])),
  odds: v.optional(v.array(v.number())),
  score: v.optional(v.number()),
})
export const GeneWordSchema = v.object({
  locus: v.string(),
  trait: v.string(),
  as: v.picklist(['shows', 'carries']),
  chance: v.number(),
})
export const WantedSchema = v.object({
  traits: v.pipe(
    v.array(v.object({ trait: Word, as: v.picklist(['shows', 'carries', 'two copies', 'without']) })),
    v.maxLength(12, 'at most twelve traits'),
  ),
  sex: v.optional(v.picklist(['female', 'male'])),
})
export const GeneId = v.object({ protocolId: Id })
