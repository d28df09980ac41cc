import type { DueMeal } from '@hatch-book/contract'
import {
  dayOfInstant,
  daysBetween,
  type CheckFacts,
  type CheckRule,
  type Day,
  type Due,
  type DueFacts,
  type Range,
  livesHere,
} from '@hatch-book/core'
import { checkFacts, judgeAnimals, cacheBeside, cachedAnimals, type JudgedAnimal } from '../animals'
import type { Transaction } from '../db/connect'
import { caredFor, litAs, type Cared, type Lit } from '../places'
import { mealsOf } from '../rearing'
import type { Actor } from '../shell/actor'

const LONGEST_PREY = 80
/** A weight is taken again between half of the time it is good for and half as much again. */
const weighing = (goodForDays: number): Range => ({
  typical: goodForDays,
  least: Math.ceil(goodForDays / 2),
  most: Math.round(goodForDays * 1.5),
})

const dueOf = ({ row }: JudgedAnimal): Due => ({
  ...{ type: 'animal', id: row.id, name: row.tag },
  placeId: row.place?.id ?? null,
})

/** What one animal makes of work, as long as nothing changes that it is judged from. */
interface AnimalWork {
  of: Due
  meal: DueFacts['meals'][number] | null
  /** Its meal rests on what other animals did too: it is worked out anew each time. */
  restsOnOthers: boolean
  weighIn: DueFacts['weighIns'][number] | null
  /** What is done on a day of its own: it is handed over, its first photo is taken. */
  ofItsDay: DueFacts['days'][number][]
  /** What is repeated for it and its tub; nothing while it rests in the cold. */
  care: Cared['rules']
  /** In whose light it lives; null while it rests in the dark. */
  light: Lit | null
  quarantineUntil: Day | null
  /** By what it is looked over, and what decides when. */
  checks: { rules: readonly CheckRule[]; facts: CheckFacts }
}

const readWork = cacheBeside<AnimalWork>('work', workOf)

async function workOf(
  tx: Transaction,
  actor: Actor,
  judged: readonly JudgedAnimal[],
): Promise<Map<string, AnimalWork>> {
  const here = judged.filter(({ row }) => livesHere(row.presence))
  const meals = new Map((await mealsOf(tx, actor, here, () => true)).map((m) => [m.animal.id, m]))
  return new Map(
    here.map((j): [string, AnimalWork] => {
      const meal = meals.get(j.row.id)
      return [
        j.row.id,
        {
          of: dueOf(j),
          meal: meal ? mealFacts(meal, j, actor) : null,
          restsOnOthers: meal?.trick != null,
          weighIn: weighInOf(j),
          ofItsDay: [promiseOf(j), firstPhotoOf(j, actor)].filter((work) => work !== null),
          care: caredFor(j).rules,
          light: litAs(j),
          quarantineUntil: j.row.quarantineUntil,
          checks: { rules: j.record.protocol.checks, facts: checkFacts(j, actor.book.zone) },
        },
      ]
    }),
  )
}

/** What all animals of the book that are here make of work. */
export async function animalsWork(tx: Transaction, actor: Actor): Promise<AnimalWork[]> {
  const all = (await cachedAnimals(tx, actor)).flatMap((a) => readWork(a) ?? [])
  const anew = all.flatMap((w) => (w.restsOnOthers ? w.of.id : []))
  if (anew.length === 0) return all
  const fresh = await workOf(tx, actor, await judgeAnimals(tx, actor, anew))
  return all.map((w) => fresh.get(w.of.id) ?? w)
}

function weighInOf(j: JudgedAnimal): AnimalWork['weighIn'] {
  const { record, facts, row } = j
  // Of an insect weight says nothing, sleepers are weighed at their checks.
  if (!facts.weight || facts.resting || row.bodyPlan === 'arthropod') return null
  const { weightGoodForDays } = record.protocol.readiness
  return {
    of: dueOf(j),
    lastOn: facts.weight.on,
    everyDays: weighing(weightGoodForDays),
    why: `last weighed on ${facts.weight.on}; a weight tells of today for ${weightGoodForDays} days`,
  }
}

/** After its first shed a young shows what it looks like; whoever has no time for a photo then is not reminded of it for ever. */
function firstPhotoOf(j: JudgedAnimal, actor: Actor): DueFacts['days'][number] | null {
  const { animal, standing } = j.record
  const shedOn = standing.lastShedAt && dayOfInstant(standing.lastShedAt, actor.book.zone)
  if (!shedOn || animal.purpose === 'breeder' || j.row.photoId !== null || standing.wholeSheds !== 1)
    return null
  if (daysBetween(shedOn, actor.today) > PHOTO_DAYS) return null
  return {
    of: dueOf(j),
    ...{ kind: 'photograph', says: 'take its first photo, from above', on: shedOn },
    ...{
      before: 0,
      after: PHOTO_DAYS,
      mayBeLeft: true,
      why: `first shed on ${shedOn}, its colours show now`,
    },
  }
}
const PHOTO_DAYS = 14

function promiseOf(j: JudgedAnimal): DueFacts['days'][number] | null {
  const { reserved } = j.record.standing.young
  return reserved?.until
    ? {
        of: dueOf(j),
        ...{ kind: 'hand over', says: 'hand it over to its buyer', on: reserved.until },
        ...{ before: 7, after: 0, why: `held until ${reserved.until}` },
      }
    : null
}

function mealFacts(meal: DueMeal, judged: JudgedAnimal, actor: Actor): DueFacts['meals'][number] {
  const grams = meal.grams && Math.round(meal.grams.typical * (meal.half ? 0.5 : 1) * 100) / 100
  const last = judged.record.standing.lastMeal
  const { meal: said, rest } = saidOf(meal)
  return {
    of: dueOf(judged),
    lastOfferedOn: last ? dayOfInstant(last.at, actor.book.zone) : null,
    ...{ due: meal.due, window: meal.window, everyDays: meal.everyDays, open: meal.offered !== null },
    ...said,
    because: [
      ...rest,
      ...meal.because,
      ...(meal.firstMeal && meal.trick ? [`try ${meal.trick.trick}: ${meal.trick.because}`] : []),
      ...(meal.loss.standing === 'well' ? [] : [meal.loss.says]),
    ],
    carries: {
      prey: meal.prey.slice(0, LONGEST_PREY),
      ...(grams && { grams }),
      ...(meal.firstMeal && meal.trick && { trick: meal.trick.trick }),
      ...(meal.supplement && { supplement: meal.supplement.supplement }),
    },
  }
}

/** What is offered in words, and what is thawed or counted out for it. */
function saidOf({ prey, half, each, grams }: DueMeal): {
  meal: Pick<DueFacts['meals'][number], 'says' | 'prey' | 'count'>
  rest: string[]
} {
  const [feed = '', ...rest] = prey.split('; ')
  const count = each ? Math.max(1, Math.round(each.typical)) : 1
  const named = grams !== null || each !== null
  // Food is named in the plural where it is counted; one of it is one from the box.
  const many = each ? (count === 1 ? '1 × ' : `${count} `) : ''
  const says = named ? `offer ${many}${half ? 'half a ' : ''}${feed}` : `feed ${feed}`
  return { meal: { says, prey: feed, count: named ? count : 0 }, rest }
}

/** Places where somebody is in quarantine: walked last, so that nothing is carried from them to the others. */
export const quarantinePlaces = (here: readonly AnimalWork[], today: Day): string[] => [
  ...new Set(
    here.flatMap(({ of, quarantineUntil }) =>
      of.placeId && quarantineUntil && quarantineUntil >= today ? [of.placeId] : [],
    ),
  ),
]
