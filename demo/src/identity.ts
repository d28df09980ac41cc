import { instantOfDay } from '@hatch-book/core'
import { chance } from './random'
import { FIRST_DAY, ZONE } from './room'

const START = instantOfDay(FIRST_DAY, ZONE, 8)

export interface DemoIdentity {
  bookId: string
  ownerId: string
  protocolId(code: string): string
  contactId(number: number): string
}

/** The names under which the demo book is opened: the same seed, the same names. */
export function demoIdentity(seed: number): DemoIdentity {
  const luck = chance(seed)
  const of = (name: string) => luck.branch(name).id(START)
  return {
    bookId: of('book'),
    ownerId: of('owner'),
    protocolId: (code) => of(`protocol ${code}`),
    contactId: (number) => of(`contact ${number}`),
  }
}
