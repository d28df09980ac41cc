/** What to do about an egg that is late. */
export type LateAdvice = 'wait' | 'candle' | 'open one'

/** Below this chance of being alive one may be opened: the others lose nothing by it. A rule of thumb. */
export const OPEN_BELOW = 0.15
const WAIT_ABOVE = 0.4

/** Patience while it lives more likely than not so far, a look through the shell after that, one opened once hardly any lives. */
export const lateAdvice = (alive: number): LateAdvice =>
  alive > WAIT_ABOVE ? 'wait' : alive > OPEN_BELOW ? 'candle' : 'open one'
