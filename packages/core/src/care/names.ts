/** What the food of a stage is known by in the log: who moults on to other food was fed all the same. */
export const STAGE_FOOD = 'food'

/** Care is named in the log by so many letters at most. */
export const LONGEST_CARE = 60
