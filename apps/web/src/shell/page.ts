import type { Permission } from '@hatch-book/contract'
import type { Use } from '@hatch-book/core'
import type { ComponentType } from 'react'

/** A page within the frame. */
export interface Page {
  /** Its address, as the router reads it: `incubation/:id`. */
  path: string
  /** What the tab, the history and the menu call it. */
  title: string
  /** Its code, which comes when it is entered. */
  load(): Promise<ComponentType>
  /** What one must be allowed to do for it to be of any use. */
  needs?: Permission
  /** What one must be allowed to do to be shown the way to it; whoever comes all the same is told why not. */
  menuNeeds?: Permission
  /** It is shown in the menu once a species of the book brings work of one of these kinds; always, where none is named. */
  of?: readonly Use[]
  /** Names in its address that go along to the next page of the room, such as the species that is picked. */
  carries?: readonly string[]
}

/** All that the frame has to know of a room. */
export interface Room {
  pages: readonly Page[]
}
