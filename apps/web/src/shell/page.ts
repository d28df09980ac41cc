import type { Permission, ReadingRoute, ReplyOf } from '@hatch-book/contract'
import type { Use } from '@hatch-book/core'
import type { ComponentType } from 'react'
import type { Findable } from './finding'

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

/** What the finder looks through: an endpoint, and what can be found in its answer. */
export interface FinderSource {
  route: ReadingRoute
  found(reply: never): Findable[]
}

/** @param found must be one and the same function each time: what can be found is made anew only when the answer is another */
export const finds = <R extends ReadingRoute>(
  route: R,
  found: (reply: ReplyOf<R>) => Findable[],
): FinderSource => ({ route, found })

/** Something that one may want to begin from wherever one is. */
export interface Beginning {
  /** As a verb and its object. */
  name: string
  to: string
  /** Other words by which one may look for it. */
  also?: string
  needs?: Permission
}

/** All that the frame has to know of a room. */
export interface Room {
  pages: readonly Page[]
  finds?: readonly FinderSource[]
  begins?: readonly Beginning[]
}
