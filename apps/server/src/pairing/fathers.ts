import {
  PLAIN_WORD,
  allelesNamed,
  crossOutcomes,
  dayOfInstant,
  isLook,
  matedChance,
  possibleFathers,
  type Day,
  type FatherChance,
  type PairingEvent,
  type PairingEventKind,
  type Protocol,
  type SaidTrait,
} from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { standingEntries } from '../log'
import type { Actor } from '../shell/actor'
import { speciesGenes, type SpeciesGenes } from './genes'
import { isPairingEvent } from './view'

interface ClutchFacts {
  id: string
  damId: string
  laidFrom: Date
  laidTo: Date
  protocolId: string
  protocol: Protocol
  good: boolean
  /** The young that hatched from it. */
  youngIds: readonly string[]
}

/** Who may have fathered a clutch: every male the mother was with, stored sperm, or nobody, with chances. */
export async function fathersOf(
  tx: Transaction,
  actor: Actor,
  clutch: ClutchFacts,
): Promise<(FatherChance & { tag: string | null })[]> {
  const { zone } = actor.book
  const { pairing: rules } = clutch.protocol
  const pairings = await tx.select().from(tables.pairing).where(eq(tables.pairing.femaleId, clutch.damId))
  const logs = await standingEntries(
    tx,
    pairings.map((p) => p.id),
  )
  const laid = {
    from: dayOfInstant(clutch.laidFrom.getTime(), zone),
    to: dayOfInstant(clutch.laidTo.getTime(), zone),
  }
  const species = await speciesGenes(tx, clutch.protocolId)
  const tags = new Map(species.pedigree.map((r) => [r.id, r.tag]))
  const met = new Map<string, { events: PairingEvent[]; days: Day[] }>()
  for (const { id, maleId } of pairings) {
    const events = logs
      .get(id)!
      .filter((e) => isPairingEvent(e.kind))
      .map((e) => ({ kind: e.kind as PairingEventKind, on: dayOfInstant(e.at.getTime(), zone) }))
      .filter((e) => e.on <= laid.to)
    if (events.length === 0) continue
    const known = met.get(maleId) ?? { events: [], days: [] }
    known.events.push(...events)
    known.days.push(...events.map((e) => e.on))
    met.set(maleId, known)
  }
  const males = [...met].map(([id, { events, days }]) => ({
    id,
    mated: matedChance(events, clutch.protocol, laid.to),
    firstMetOn: days.reduce((a, b) => (a < b ? a : b)),
    lastMetOn: days.reduce((a, b) => (a > b ? a : b)),
    agrees: agreement(species, clutch.damId, id, clutch.youngIds),
  }))
  // Young speak for one male against another; the best of them is measured by nothing but himself.
  const best = Math.max(...males.map((m) => m.agrees))
  const compared = males.map((m) => ({ ...m, agrees: best > 0 ? m.agrees / best : 0 }))
  return possibleFathers(compared, {
    ...{ laid, good: clutch.good },
    matingToLaying: rules.lockToLaying,
    sperm: rules.sperm,
    unmated: rules.unmated,
  }).map((f) => ({ ...f, tag: f.id === null ? null : (tags.get(f.id) ?? '?') }))
}

/** How well the looks of the young agree with a sire: the chance of what shows in them, 0 when it cannot. */
function agreement(
  { genes, inherited, said }: SpeciesGenes,
  damId: string,
  sireId: string,
  youngIds: readonly string[],
) {
  const { loci } = crossOutcomes({
    genes,
    dam: inherited.beliefs.get(damId) ?? {},
    sire: inherited.beliefs.get(sireId) ?? {},
  })
  const chanceOf = (words: readonly string[]) =>
    loci.reduce((product, outcome) => {
      const locus = genes.loci.find((l) => l.name === outcome.locus)!
      const shown = outcome.looks.filter(({ word }) =>
        word === ''
          ? !words.some((w) => allelesNamed(locus, w).length > 0)
          : words.some((w) => isLook(locus, word, w)),
      )
      return product * shown.reduce((sum, l) => sum + l.share, 0)
    }, 1)
  return youngIds.reduce((product, id) => {
    const shows = (said.get(id) ?? []).filter((s: SaidTrait) => s.carries === 'shows' && s.certainty >= 0.95)
    if (shows.length === 0) return product
    return product * chanceOf(shows.map((s) => s.trait).filter((t) => t !== PLAIN_WORD))
  }, 1)
}
