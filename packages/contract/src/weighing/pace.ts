import * as v from 'valibot'

/** How an animal grows against what its protocol expects at its age; null where as expected. */
export const PaceView = v.nullable(
  v.object({ is: v.picklist(['too fast', 'too slow']), times: v.number(), expectedGrams: v.number() }),
)
