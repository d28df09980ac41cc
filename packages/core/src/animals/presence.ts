import type { AnimalStanding } from './standing'

/** Whether one that stands so lives in the room: it may be up for sale, but is neither sold nor dead. */
export const livesHere = (presence: AnimalStanding['presence']): boolean =>
  presence === 'here' || presence === 'listed'
