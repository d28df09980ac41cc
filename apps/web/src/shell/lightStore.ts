import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Light } from './tokens'

interface LightState {
  light: Light
  /** What the lamp goes back to. */
  before: Exclude<Light, 'lamp'>
  choose(light: Light): void
  toggleLamp(): void
}

/** Which light the room is in; remembered on the device. */
export const useLight = create<LightState>()(
  persist(
    (set) => ({
      light: 'light',
      before: 'light',
      choose: (light) => set((s) => ({ light, before: light === 'lamp' ? s.before : light })),
      toggleLamp: () => set((s) => ({ light: s.light === 'lamp' ? s.before : 'lamp' })),
    }),
    { name: 'hatch-book-light' },
  ),
)
