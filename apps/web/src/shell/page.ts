import type { Permission } from '@hatch-book/contract'
import type { ComponentType } from 'react'

/** What a book has to have in it before a page is of use: nobody without it is shown the way there. */
export type Part = 'animals' | 'rest' | 'eggs' | 'cohorts' | 'colonies'

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
  /** It is shown in the menu once the book has one of these. */
  of?: readonly Part[]
  /** Names in its address that go along to the next page of the room, such as the species that is picked. */
  carries?: readonly string[]
}

/** All that the frame has to know of a room. */
export interface Room {
  pages: readonly Page[]
}
