import type { SeasonReport } from '@hatch-book/contract'
import {
  dayOfInstant,
  daysBetween,
  seasonSurvival,
  shareLost,
  type CheckSign,
  type Day,
  type RestOutcome,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { isOfKindAs, standsSql, type StoredEntry, isOfKind } from '../log'
import type { Curves } from './view'

/** One rest that the log tells of, planned or not. */
interface Episode {
  animalId: string
  tag: string
  species: string
  wentInOn: Day
  endedOn: Day | null
  outcome: RestOutcome['outcome']
  because: string
  bedding: string
  unit: string
  weights: { on: Day; grams: number }[]
  signs: { on: Day; signs: CheckSign[] }[]
}

const KINDS = ['rest began', 'warmed', 'died', 'rest check', 'weighed'] as const
type Line = StoredEntry<(typeof KINDS)[number]> & { tag: string; species: string }

/** Every rest of the book's named animals, oldest first. */
export async function readEpisodes(tx: Transaction, zone: string): Promise<Episode[]> {
  const { rows } = await tx.execute<Line>(sql`
    select e.id, e.kind, coalesce(a.merged_into_id, a.id) as subject_id, e.at, e.payload, a.tag, p.species
    from entry e join animal a on a.id = e.subject_id join protocol p on p.id = a.protocol_id
    where ${isOfKind(...KINDS)} and ${standsSql}
      and e.subject_id in (select b.subject_id from entry b where ${isOfKindAs('b', 'rest began')})
    order by e.at, e.id`)
  const open = new Map<string, Episode>()
  const episodes: Episode[] = []
  for (const line of rows) {
    const day = dayOfInstant(new Date(line.at).getTime(), zone)
    const running = open.get(line.subject_id)
    if (line.kind === 'rest began') {
      const episode: Episode = {
        animalId: line.subject_id,
        tag: line.tag,
        species: line.species,
        wentInOn: day,
        endedOn: null,
        outcome: 'still resting',
        because: '',
        bedding: line.payload.bedding ?? 'not said',
        unit: line.payload.unit ?? 'not said',
        weights: [],
        signs: [],
      }
      open.set(line.subject_id, episode)
      episodes.push(episode)
    } else if (running) tellOn(running, line, day, () => open.delete(line.subject_id))
  }
  return episodes
}

function tellOn(episode: Episode, line: Line, day: Day, end: () => void): void {
  const ends = (outcome: Episode['outcome'], because = '') => {
    Object.assign(episode, { endedOn: day, because, outcome })
    end()
  }
  switch (line.kind) {
    case 'weighed': {
      const { context, grams } = line.payload
      if (context !== 'gravid' && context !== 'fed') episode.weights.push({ on: day, grams })
      return
    }
    case 'rest check':
      episode.signs.push({ on: day, signs: line.payload.signs })
      return
    case 'warmed':
      return ends(line.payload.because ? 'woken early' : 'came through', line.payload.because)
    case 'died':
      return ends('died', line.payload.cause)
  }
}

/** A rest belongs to the winter it begins in: those from July on to the year's turn. */
export function seasonOf(day: Day): string {
  const year = Number(day.slice(0, 4)) - (Number(day.slice(5, 7)) < 7 ? 1 : 0)
  return `${year}/${String(year + 1).slice(2)}`
}

/** Loss by day of the rest of those that came through, by species. */
export function curvesOf(episodes: readonly Episode[]): Curves {
  const curves: Curves = {}
  for (const { outcome, weights, wentInOn, species } of episodes) {
    const first = weights[0]
    if (outcome !== 'came through' || !first || weights.length < 2) continue
    const curve = weights.slice(1).map((w) => ({
      day: daysBetween(wentInOn, w.on),
      lost: shareLost(first.grams, w.grams),
    }))
    curves[species] = [...(curves[species] ?? []), curve]
  }
  return curves
}

export function reportOf(episodes: readonly Episode[]): SeasonReport {
  const by = (group: (e: Episode) => string) =>
    seasonSurvival(
      episodes.map((e) => ({ season: seasonOf(e.wentInOn), group: group(e), outcome: e.outcome })),
    )
  return {
    ...by((e) => e.bedding),
    units: by((e) => e.unit).groups,
    notThrough: episodes
      .filter((e) => e.outcome === 'died' || e.outcome === 'woken early')
      .reverse()
      .map((e) => ({
        animal: { id: e.animalId, tag: e.tag },
        season: seasonOf(e.wentInOn),
        outcome: e.outcome,
        on: e.endedOn!,
        because: e.because || 'not said',
        known: knownBefore(e),
      })),
  }
}

/** What was known of one before it was lost. */
function knownBefore({ weights, signs, wentInOn, endedOn, bedding }: Episode): string[] {
  const known = [`day ${daysBetween(wentInOn, endedOn!)} of its rest, bedding ${bedding}`]
  const [first, last] = [weights[0], weights.at(-1)]
  if (first && last && first !== last)
    known.push(`lost ${(100 * shareLost(first.grams, last.grams)).toFixed(1)} % by ${last.on}`)
  const seen = signs.filter((s) => s.signs.length > 0)
  known.push(
    seen.length > 0
      ? seen.map((s) => `${s.on}: ${s.signs.join(', ')}`).join('; ')
      : `${signs.length} checks, nothing seen`,
  )
  return known
}
