import * as v from 'valibot'
import { Celsius, Id, Line } from '../common'

export const PLACE_KINDS = ['room', 'rack', 'shelf', 'tub', 'incubator', 'box', 'unit'] as const
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
})
