import * as v from 'valibot'
import { Celsius, DaySchema, Id, Line, Version } from '../common'

const Rule = v.object({
  nights: v.pipe(
    v.number('how many nights?'),
    v.integer(),
    v.minValue(1, 'at least one night'),
    v.maxValue(60),
  ),
  side: v.picklist(['under', 'over']),
  limitC: Celsius,
})
export const WeatherRuleDraft = v.object({
  id: Id,
  name: Line(80),
  act: v.picklist(['bring in', 'put out'], 'choose what is to be done'),
  rule: Rule,
  stationId: Id,
  since: DaySchema,
  animalIds: v.optional(v.pipe(v.array(Id), v.maxLength(2000)), []),
})
export const WeatherRulePatch = v.object({
  version: Version,
  withdrawn: v.optional(v.boolean()),
  rule: v.optional(Rule),
  since: v.optional(DaySchema),
  animalIds: v.optional(v.pipe(v.array(Id), v.maxLength(2000))),
})
const NightSchema = v.object({ day: DaySchema, lowC: v.number() })
export const WeatherRuleView = v.object({
  id: Id,
  version: Version,
  name: v.string(),
  act: v.picklist(['bring in', 'put out']),
  rule: Rule,
  stationId: Id,
  station: v.string(),
  since: DaySchema,
  run: v.object({
    metOn: v.nullable(DaySchema),
    running: v.number(),
    toGo: v.number(),
    longest: v.number(),
    last: v.nullable(NightSchema),
    missing: v.array(DaySchema),
  }),
  nights: v.array(NightSchema),
  chance: v.array(
    v.object({ day: DaySchema, share: v.number(), low: v.number(), high: v.number(), years: v.number() }),
  ),
  animals: v.array(v.object({ id: Id, tag: v.string(), species: v.string(), place: v.nullable(v.string()) })),
})
export type WeatherRuleView = v.InferOutput<typeof WeatherRuleView>
export const Weather = v.object({
  stations: v.array(
    v.object({ id: Id, name: v.string(), nights: v.number(), last: v.nullable(NightSchema) }),
  ),
  rules: v.array(WeatherRuleView),
})
export type Weather = v.InferOutput<typeof Weather>
