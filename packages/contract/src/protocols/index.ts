import * as v from 'valibot'
import { Id } from '../common'

export const ProtocolSummary = v.object({
  id: Id,
  code: v.string(),
  species: v.string(),
  latin: v.string(),
  methods: v.array(
    v.object({ name: v.string(), argument: v.string(), waterPerMedium: v.nullable(v.number()) }),
  ),
  prey: v.array(v.string()),
})
export type ProtocolSummary = v.InferOutput<typeof ProtocolSummary>
export const ProtocolList = v.object({ protocols: v.array(ProtocolSummary) })
