import { addDays, instantOfDay, type Day } from '@hatch-book/core'
import { say, type LivingAnimal } from './life'
import type { Chance } from './random'
import { demoIdentity, type DemoIdentity } from './identity'
import { FIRST_DAY, SEED, ZONE } from './room'
import type { DemoStep } from './steps'

/** People who buy and wait, all made up, with what they are after. */
const CONTACTS = [
  { name: 'Perpetua of Saltmarsh Lane', reach: 'leaves word at the ferry office' },
  { name: 'the Tollgate school', reach: 'the caretaker, mornings' },
  { name: 'Osric at the weir', reach: 'osric@weir.example' },
  { name: 'Linnet and Fife', reach: 'linnet.fife@quay.example' },
] as const

const WISHES = [
  {
    who: 0,
    code: 'CS',
    line: 'Lamplight corn',
    sex: 'female',
    trait: 'amelanistic',
    most: null,
    since: '2026-11-02',
  },
  { who: 1, code: 'CS', line: '', sex: 'either', trait: '', most: 50, since: '2027-02-14' },
  { who: 2, code: 'WH', line: 'Sandbar hognose', sex: 'male', trait: '', most: 120, since: '2027-04-03' },
] as const

const PRICES = [
  { code: 'CS', line: '', sex: 'either', trait: '', price: 45 },
  { code: 'CS', line: 'Lamplight corn', sex: 'either', trait: 'amelanistic', price: 70 },
  { code: 'CS', line: 'Tidewrack corn', sex: 'either', trait: 'motley', price: 95 },
  { code: 'WH', line: '', sex: 'female', trait: '', price: 110 },
  { code: 'WH', line: '', sex: 'male', trait: '', price: 80 },
  { code: 'FG', line: '', sex: 'female', trait: '', price: 90 },
] as const

/** The price list, who waits since when, and what is held for whom. */
export function keepCounter(identity: DemoIdentity, luck: Chance): DemoStep[] {
  const at = instantOfDay(FIRST_DAY, ZONE, 9)
  return [
    ...CONTACTS.map(({ name, reach }, i) => ({
      at,
      act: 'contact' as const,
      body: { id: identity.contactId(i), name, reach },
    })),
    ...PRICES.map(({ code, ...line }) => ({
      at,
      act: 'price' as const,
      body: { id: luck.id(at), protocolId: identity.protocolId(code), ...line },
    })),
    ...WISHES.map(({ who, code, since, ...wish }) => {
      const asked = instantOfDay(since, ZONE, 10)
      return {
        at: asked,
        act: 'wish' as const,
        body: {
          id: luck.id(asked),
          contactId: identity.contactId(who),
          protocolId: identity.protocolId(code),
          ...wish,
        },
      }
    }),
  ]
}

/** Who comes for one that is listed and has it held until they fetch it. */
export const HOLDS = { number: 2, name: CONTACTS[2].name } as const

export function hold(animal: LivingAnimal, day: Day, price: number): DemoStep {
  const { contactId } = demoIdentity(SEED)
  return say(
    animal,
    day,
    13.5,
    'reserved',
    {
      contactId: contactId(HOLDS.number),
      name: HOLDS.name,
      price,
      deposit: Math.round(price / 4),
      until: addDays(day, 21),
    },
    'keeper',
  )
}
