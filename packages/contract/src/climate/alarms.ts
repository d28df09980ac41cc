import { ALARM_KINDS } from '@hatch-book/core'
import * as v from 'valibot'
import { Id, InstantSchema } from '../common'
import { PLACE_KINDS } from '../places'

export const AlarmSchema = v.object({
  id: Id,
  placeId: Id,
  place: v.string(),
  placeKind: v.picklist(PLACE_KINDS),
  kind: v.picklist(ALARM_KINDS),
  severity: v.picklist(['warn', 'alarm']),
  since: InstantSchema,
  raisedAt: InstantSchema,
  clearedAt: v.nullable(InstantSchema),
  says: v.string(),
  todo: v.string(),
  seenBy: v.nullable(v.string()),
})
export type Alarm = v.InferOutput<typeof AlarmSchema>
export const AlarmList = v.object({ alarms: v.array(AlarmSchema) })
