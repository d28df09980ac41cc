import type {
  AnimalDraft,
  ClutchDraft,
  CohortDraft,
  ColonyDraft,
  ContactDraft,
  EntryInput,
  HatchDraft,
  LineGoalDraft,
  MemberDraft,
  PairingDraft,
  PlaceDraft,
  PriceDraft,
  RecipeDraft,
  RestPatch,
  RestPlanDraft,
  RestPlanPatch,
  SeasonPlanDraft,
  WeatherRuleDraft,
  WishDraft,
} from '@hatch-book/contract'
import type { Instant, Reading } from '@hatch-book/core'
import type * as v from 'valibot'

export type Author = 'owner' | 'keeper' | 'helper'

type Act =
  | { act: 'member'; body: v.InferInput<typeof MemberDraft> }
  | { act: 'place'; body: v.InferInput<typeof PlaceDraft> }
  | { act: 'animal'; body: Partial<AnimalDraft> & Pick<AnimalDraft, 'id' | 'tag' | 'protocolId'> }
  | { act: 'entry'; body: EntryInput; by: Author }
  | { act: 'pairing'; body: v.InferInput<typeof PairingDraft> }
  | { act: 'clutch'; body: v.InferInput<typeof ClutchDraft> }
  | { act: 'hatch'; clutchId: string; body: v.InferInput<typeof HatchDraft> }
  | {
      act: 'photo'
      of: { room: 'animals' | 'places'; id: string }
      view: 'above' | 'side' | 'other'
      /** As it was drawn. */
      svg: string
    }
  | { act: 'rest plan'; body: v.InferInput<typeof RestPlanDraft> }
  | { act: 'more rests'; planId: string; body: v.InferInput<typeof RestPlanPatch> }
  | { act: 'rest'; restId: string; body: v.InferInput<typeof RestPatch> }
  | { act: 'season plan'; body: v.InferInput<typeof SeasonPlanDraft> }
  | { act: 'line goal'; body: v.InferInput<typeof LineGoalDraft> }
  | { act: 'cohort'; body: v.InferInput<typeof CohortDraft> }
  | { act: 'colony'; body: v.InferInput<typeof ColonyDraft> }
  | { act: 'contact'; body: v.InferInput<typeof ContactDraft> }
  | { act: 'wish'; body: v.InferInput<typeof WishDraft> }
  | { act: 'price'; body: v.InferInput<typeof PriceDraft> }
  | { act: 'recipe'; body: v.InferInput<typeof RecipeDraft> }
  | { act: 'weather rule'; body: v.InferInput<typeof WeatherRuleDraft> }
  | { act: 'readings'; probeId: string; readings: Reading[] }

/** One thing that happens in the room, as the request that a keeper's device would send. */
export type DemoStep = {
  at: Instant
  /** Played only where the room is shown at most so many days after it: care and checks, of which only the last counts. */
  lately?: number
} & Act
