import * as v from 'valibot'
import { Celsius, Id, Line } from '../common'

export const PLACE_KINDS = ['room', 'rack', 'shelf', 'tub', 'incubator', 'box', 'unit', 'outdoors'] as const
export const UNIT_MAKES = ['fridge', 'cooler', 'room', 'shed', 'cupboard', 'frame'] as const
export const PlaceSchema = v.object({
  id: Id,
  kind: v.picklist(PLACE_KINDS),
  name: v.string(),
  parentId: v.nullable(Id),
  setPointC: v.nullable(v.number()),
  probeId: v.nullable(Id),
})
export type Place = v.InferOutput<typeof PlaceSchema>
export const PlaceList = v.object({ places: v.array(PlaceSchema) })
export const PlaceDraft = v.object({
  id: Id,
  kind: v.picklist(PLACE_KINDS, 'choose what kind of place it is'),
  name: Line(60),
  parentId: v.optional(v.nullable(Id), null),
  setPointC: v.optional(v.nullable(Celsius), null),
  /** Of a unit: what it is, and how much it holds. */
  make: v.optional(v.picklist(UNIT_MAKES, 'choose what kind of unit it is'), 'fridge'),
  litres: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1_000_000))), null),
})
