/** What a check may find at a part of the body. */
export interface BodySign {
  /** As one says it: `bubbles at the nose`. */
  sign: string
  /** What it may mean: never what it is. */
  means: string
  /** What is done today. */
  today: string
  /** When a vet is to see it. */
  vet: string
  /** It is not ill, only not ready: looked at again, and no problem is opened. */
  waits?: true
}

/** A part of the body, and how it looks when all is well. */
export interface CheckPart {
  part: string
  well: string
  signs: readonly BodySign[]
}

/** A sign, what it may mean, what is done today, and when a vet is to see it. */
export const sign = (sign: string, means: string, today: string, vet: string): BodySign => ({
  ...{ sign, means, today, vet },
})
/** One that is not ready, and not ill. */
export const waiting = (...told: Parameters<typeof sign>): BodySign => ({ ...sign(...told), waits: true })
