import { amphibians } from './amphibians'
import { arachnids } from './arachnids'
import { withCare } from './care'
import { withChecks } from './checks'
import { feeders } from './feeders'
import { invertebrates } from './invertebrates'
import { withLight } from './light'
import { reptiles } from './reptiles'
import type { WayOfLife } from './way'

/** How kinds of animals breed, grow and are kept, in the order in which keepers look for them. */
export const waysOfLife: readonly WayOfLife[] = /* #__PURE__ */ (() =>
  [...reptiles(), ...amphibians(), ...arachnids(), ...invertebrates(), ...feeders()]
    .map(withCare)
    .map(withChecks)
    .map(withLight))()

/** The way of life of a code; undefined where none is called so. */
export const wayOfLife = (code: string): WayOfLife | undefined => waysOfLife.find((way) => way.code === code)
