/** What the food of a stage is known by in the log: who moults on to other food was fed all the same. */
export const STAGE_FOOD = 'food'
