import { lightInWords, type UvOf } from '@hatch-book/core'
import type { Actor } from '../shell/actor'
import type { JudgedAnimal } from './judge'

/** What decides whether an animal is one of those that need most calcium. */
export const uvOf = ({ row, record, stage }: JudgedAnimal): UvOf => ({
  growing: stage.step < record.protocol.stages.length - 1,
  laying: row.sex === 'female' && row.purpose === 'breeder',
})

/** How long it is light for an animal today, and what UV it is to have, in words. */
export const lightOfAnimal = (judged: JudgedAnimal, { today, book }: Actor): string =>
  lightInWords(judged.record.protocol.light, uvOf(judged), today, book.zone)

/** The same for whoever keeps it from now on: what its keeper has not chosen is no advice. */
export function lightForOthers(judged: JudgedAnimal, { today, book }: Actor): string {
  const { light } = judged.record.protocol
  const chosen = light.uv === 'not chosen' ? { ...light, uv: null } : light
  return lightInWords(chosen, uvOf(judged), today, book.zone)
}
