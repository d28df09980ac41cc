import { create } from 'zustand'
import { persist } from 'zustand/middleware'

interface LargeKeys {
  on: boolean
  toggle(): void
}

/** Whether the round is worked with wet or gloved hands on this device: fewer keys, each as large as a palm. */
export const useLargeKeys = create<LargeKeys>()(
  persist((set) => ({ on: false, toggle: () => set(({ on }) => ({ on: !on })) }), {
    name: 'hatch-book-large-keys',
  }),
)

/** A drop of water taps twice: what is pressed again sooner is not meant. */
const AGAIN_MS = 600

/** Lets pass what is meant: with large keys nothing that follows the last press too soon. */
export function meantPress(on: boolean, now: () => number = Date.now): () => boolean {
  let last = -Infinity
  return () => {
    if (on && now() - last < AGAIN_MS) return false
    last = now()
    return true
  }
}
