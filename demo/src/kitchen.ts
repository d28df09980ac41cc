import { about, entryThat, type RecipeDraft } from '@hatch-book/contract'
import { addDays, instantOfDay, type Day } from '@hatch-book/core'
import { CARE_DAYS } from './care'
import type { Chance } from './random'
import { LAST_DAY, ZONE } from './room'
import type { DemoStep } from './steps'

/** The skinks are fed from here on; before, they rest. */
const FROM: Day = '2027-03-21'
const KEEPS_DAYS = 4
const EVENING = 18
const DISH: Omit<RecipeDraft, 'id'> = {
  name: 'Mixed dish',
  parts: [
    { what: 'dandelion', parts: 4, turns: ['dandelion', 'endive', 'plantain leaf'] },
    { what: 'grated squash', parts: 3, turns: [] },
    { what: 'snails, shelled', parts: 2, turns: [] },
    { what: 'fig', parts: 1, turns: ['fig', 'mango'] },
  ],
  keepsDays: KEEPS_DAYS,
  portionShare: 0.05,
  portionGrams: null,
}

/** What the skinks eat is mixed for several days at once. */
export function mixFood(luck: Chance): DemoStep[] {
  const begin = instantOfDay(FROM, ZONE, EVENING - 1)
  const id = luck.id(begin)
  const steps: DemoStep[] = [{ at: begin, act: 'recipe', body: { id, ...DISH } }]
  for (let day = FROM; day <= LAST_DAY; day = addDays(day, KEEPS_DAYS)) {
    const at = instantOfDay(day, ZONE, EVENING)
    const when = { id: luck.id(at), at: new Date(at).toISOString(), device: 'demo' }
    const body = entryThat(about('recipe', id)('food made', {}), when)
    steps.push({ at, act: 'entry', by: 'helper', body, lately: CARE_DAYS })
  }
  return steps
}
