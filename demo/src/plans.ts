import { addDays, instantOfDay } from '@hatch-book/core'
import type { DemoIdentity } from './identity'
import type { LivingAnimal } from './life'
import { PAIRINGS } from './pairings'
import type { Chance } from './random'
import { ZONE } from './room'
import type { DemoStep } from './steps'

const PLANNED_ON = '2027-01-06'
const SPRING = { from: '2027-01-20', to: '2027-05-10' }

/** The corn snakes' spring as it was planned in January, and what the Lamplight line is for. */
export function planTheSpring(
  animals: ReadonlyMap<string, LivingAnimal>,
  identity: DemoIdentity,
  luck: Chance,
): DemoStep[] {
  const at = instantOfDay(PLANNED_ON, ZONE, 20)
  const id = (tag: string) => animals.get(tag)!.id
  const corn = PAIRINGS.filter(
    (p) => p.female.startsWith('C') && p.meetings[0]![0] >= SPRING.from && p.meetings[0]![0] <= SPRING.to,
  )
  const males = ['C02', 'C09', 'C17']
  return [
    {
      at,
      act: 'season plan',
      body: {
        id: luck.id(at),
        protocolId: identity.protocolId('CS'),
        name: 'Corn snakes, spring',
        ...SPRING,
        settings: {
          wanted: {
            traits: ['amelanistic', 'anerythristic'].map((trait) => ({ trait, as: 'carries' as const })),
          },
          kinLimit: 0.125,
          ...{ daysTogether: 2, meetings: 2, daysBetween: 3, togetherMost: 1 },
          females: ['C11', 'C15', 'C23', 'C28', 'C33'].map(id),
          males: males.map((tag) => ({ id: id(tag), mostFemales: 3, restDays: 3, until: null })),
          windows: {},
          despite: [],
        },
        courses: corn.map(({ female, male, meetings }) => ({
          female: id(female),
          male: id(male),
          visits: meetings.map(([day]) => ({ from: day, to: addDays(day, 1) })),
        })),
      },
    },
    {
      at: at + 60_000,
      act: 'line goal',
      body: {
        id: luck.id(at),
        protocolId: identity.protocolId('CS'),
        name: 'Neither black nor red',
        line: '',
        wanted: {
          traits: ['amelanistic', 'anerythristic'].map((trait) => ({ trait, as: 'shows' as const })),
        },
        ...{ number: 2, mostInbreeding: 0.125, years: 9, tubs: 8 },
      },
    },
  ]
}
