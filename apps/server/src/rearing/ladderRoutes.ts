import { rearingApi, type LadderAnimal } from '@hatch-book/contract'
import {
  type Say,
  sayIn,
  addDays,
  lossStanding,
  partingDay,
  type Evidence,
  livesHere,
} from '@hatch-book/core'
import { judgeAnimals, type JudgedAnimal } from '../animals'
import { tubMateOf } from '../places'
import { inBook } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'

/** Steps of the ladder; grown animals are the breeders' business. */
const LADDER_TOP = 4

function inWords(gate: readonly Evidence[], say: Say): string {
  const parts = gate.map((e) => {
    switch (e.kind) {
      case 'whole sheds':
        return e.count === 1 ? 'first shed whole' : `${e.count} whole sheds`
      case 'meals in a row':
        return `${e.count} meals in a row`
      case 'weight':
        return `${say.gramsBrief(e.grams)}${e.sex ? ` (${e.sex})` : ''}`
      default:
        return e.kind
    }
  })
  return parts.join(', ')
}

/** So many stages of a step are named; different kinds call a step differently. */
const MOST_NAMED = 2

/** The stages on which those of a step stand, the most usual first; those of one name and one gate are one. */
function stagesOfStep(here: readonly JudgedAnimal[], say: Say): { name: string; gate: string }[] {
  const counted = new Map<string, { name: string; gate: string; n: number }>()
  for (const { stage } of here) {
    const { name } = stage.stage
    const gate = inWords(stage.stage.gate, say)
    const key = `${name}|${gate}`
    counted.set(key, { name, gate, n: (counted.get(key)?.n ?? 0) + 1 })
  }
  return [...counted.values()].sort((a, b) => b.n - a.n)
}

function namesOfStep(stages: readonly { name: string }[]): string {
  const names = [...new Set(stages.map((s) => s.name))]
  return `${names.slice(0, MOST_NAMED).join(', ')}${names.length > MOST_NAMED ? ' and others' : ''}`
}

/** What a step asks for; where species ask for different things, by the stage's name, or that they do. */
function gatesOfStep(stages: readonly { name: string; gate: string }[]): string {
  const gates = [...new Set(stages.map((s) => s.gate))]
  if (gates.length <= 1) return gates[0] ?? ''
  if (gates.length > MOST_NAMED) return 'differs by species'
  return new Set(stages.map((s) => s.name)).size === 1
    ? gates.join('; or ')
    : stages.map((s) => `${s.name}: ${s.gate}`).join('; ')
}

/** The one thing to look at first. */
function flagOf({ record, row, stage }: JudgedAnimal, today: string): string | null {
  if (row.openProblems.length > 0) return row.openProblems[0]!
  if (row.refusalsInARow >= 2) return `${row.refusalsInARow} refused`
  const { heaviestGrams, weight } = record.standing
  const loss = lossStanding(heaviestGrams, weight?.grams ?? null, record.protocol.rearing)
  if (loss.standing !== 'well') return loss.says
  // One that eats has left the days without food behind it, whatever was not written down.
  if (stage.placedBy === 'age' && !record.standing.lastMeal) return 'stage estimated: confirm it'
  const before = record.protocol.stages.slice(0, stage.step + 1).reduce((sum, s) => sum + s.days.most, 0)
  if (row.hatched && stage.step < 2 && addDays(row.hatched.to, before) < today)
    return `long in ${stage.stage.name}`
  return null
}

/** Young that share a tub, by its id: how many, and when they are to be parted. */
function groupsOf(
  judged: readonly JudgedAnimal[],
  today: string,
): Map<string, { mates: number; partBy: string | null }> {
  const byTub = new Map<string, JudgedAnimal[]>()
  for (const j of judged)
    if (j.row.place) byTub.set(j.row.place.id, [...(byTub.get(j.row.place.id) ?? []), j])
  return new Map(
    [...byTub].flatMap(([id, mates]) =>
      mates.length > 1
        ? [
            [
              id,
              { mates: mates.length, partBy: partingDay(mates.map((m) => tubMateOf(m, today)))?.by ?? null },
            ] as const,
          ]
        : [],
    ),
  )
}

export const ladderRoutes: BookRoutes = (app, { db }) => {
  serve(app, rearingApi.ladder, async (request) => {
    const actor = actorOf(request)
    const judged = (await inBook(db, actor.bookId, (tx) => judgeAnimals(tx, actor))).filter(
      ({ row }) => livesHere(row.presence) && row.purpose !== 'breeder',
    )
    const groups = groupsOf(judged, actor.today)
    const steps = Array.from({ length: LADDER_TOP }, (_, step) => {
      const here = judged.filter((j) => j.stage.step === step)
      const animals: LadderAnimal[] = here.map((j) => ({
        animal: j.row,
        gate: j.stage.gate,
        leaving: j.leaving,
        flag: flagOf(j, actor.today),
        group: groups.get(j.row.place?.id ?? '') ?? null,
      }))
      const stages = stagesOfStep(here, sayIn(actor.book))
      const first = judged[0]?.record.protocol.stages[step]
      return {
        stage:
          namesOfStep(stages) ||
          (first?.name ?? ['Fresh hatchling', 'Starter', 'Established', 'Juvenile'][step]!),
        says: gatesOfStep(stages),
        animals: animals.sort(byUrgency),
      }
    })
    return { steps }
  })
}

const byUrgency = (a: LadderAnimal, b: LadderAnimal) =>
  Number(b.flag !== null) - Number(a.flag !== null) ||
  (a.gate.expected?.from ?? '9999').localeCompare(b.gate.expected?.from ?? '9999') ||
  a.animal.tag.localeCompare(b.animal.tag)
