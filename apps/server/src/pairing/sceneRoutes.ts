import type { PairingScene } from '@hatch-book/contract'
import { pairingApi, type MateView } from '@hatch-book/contract'
import { dayOfInstant, describeGenes, geneSetFaults, originOf, type Day } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { judgeAnimals, loadRecords } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { standsSql, isOfKind } from '../log'
import { anyOf, loadGenes, loadShelf } from '../protocols'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { speciesGenes } from './genes'
import { loadWindows, seasonsToBreed } from './windows'

/** A season's meetings are those of the last so many days. */
const SEASON_DAYS = 150

export const sceneRoutes: BookRoutes = (app, { db }) => {
  const { animal, geneSet } = tables

  /** The species that are kept by name, for choosing. */
  serve(app, pairingApi.scenes, (request) =>
    inBook(db, actorOf(request).bookId, async (tx) => {
      const shelf = await loadShelf(tx)
      const { rows } = await tx.execute<{ protocol_id: string; animals: number }>(sql`
          select protocol_id, count(*)::int as animals from animal where not withdrawn and merged_into_id is null group by 1`)
      const counted = new Map(rows.map((r) => [r.protocol_id, r.animals]))
      const named = shelf.rows.filter((r) => shelf.document(r.id).keptAs !== 'colonies')
      const genes = await loadGenes(
        tx,
        named.map((r) => r.id),
      )
      return {
        species: named
          .map((r) => ({
            protocolId: r.id,
            species: r.species,
            animals: counted.get(r.id) ?? 0,
            loci: genes.get(r.id)?.genes.loci.length ?? 0,
          }))
          .sort((a, b) => b.animals - a.animals || a.species.localeCompare(b.species)),
      }
    }),
  )

  /** Who is coming into season, of every species: those that were warmed, or are to be. */
  serve(app, pairingApi.receptive, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const breeders = await loadRecords(tx, eq(animal.purpose, 'breeder'))
      const females = breeders.filter((r) => r.standing.sex === 'female' && r.standing.presence === 'here')
      const windows = await loadWindows(tx, actor, females)
      return {
        females: females
          .flatMap(({ animal: { id, tag, line }, protocol }) => {
            const window = windows.get(id)
            return window && window.to >= actor.today
              ? [{ id, tag, line, species: protocol.species, window }]
              : []
          })
          .sort((a, b) => (a.window.from < b.window.from ? -1 : 1)),
      }
    })
  })

  serve(app, pairingApi.scene, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => scene(tx, actor, request.params.protocolId))
  })

  serve(app, pairingApi.genes, (request) => {
    const { protocolId } = request.params
    return inBook(
      db,
      actorOf(request).bookId,
      async (tx) => {
        const kept = (await loadGenes(tx, [protocolId])).get(protocolId)
        if (!kept) throw new BookError('not-found', 'This species is not in the book.')
        return { genes: kept.genes as never }
      },
      { reads: true },
    )
  })

  serve(app, pairingApi.changeGenes, (request) => {
    const actor = actorOf(request)
    const { protocolId } = request.params
    const { version, genes } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const faults = geneSetFaults(genes as never)
      if (faults.length > 0)
        throw new BookError(
          'invalid',
          `${faults.map((f) => f.says).join('; ')}. Nothing was changed.`,
          faults.map((f) => ({ field: `genes.${f.at}`, says: f.says })),
        )
      const kept = (await loadGenes(tx, [protocolId])).get(protocolId)
      if (!kept) throw new BookError('not-found', 'This protocol is not in the book.')
      if (kept.version !== version)
        throw new BookError('stale', 'Somebody changed these genes meanwhile.', [], kept)
      if (version === 0)
        await tx.insert(geneSet).values({ bookId: actor.bookId, id: protocolId, genes: genes as never })
      else
        await tx
          .update(geneSet)
          .set({ genes: genes as never, version: version + 1 })
          .where(eq(geneSet.id, protocolId))
      return { version: version + 1 }
    })
  })

  async function scene(tx: Transaction, actor: Actor, protocolId: string): Promise<PairingScene> {
    const shelf = await loadShelf(tx)
    const document = shelf.document(protocolId)
    if (document.keptAs === 'colonies')
      throw new BookError('invalid', 'The animals of a colony are not kept individually.')
    const protocol = shelf.of(anyOf(protocolId))
    const species = await speciesGenes(tx, protocolId)
    const rows = await tx.select({ id: animal.id }).from(animal).where(eq(animal.protocolId, protocolId))
    const judged =
      rows.length > 0
        ? await judgeAnimals(
            tx,
            actor,
            rows.map((r) => r.id),
          )
        : []
    const females = judged
      .filter((j) => j.row.sex === 'female' && j.row.presence === 'here')
      .map((j) => j.record)
    const windows = await loadWindows(tx, actor, females)
    const toBreed = seasonsToBreed(protocol)
    const laid = await clutchSizes(tx, protocolId)
    const mates = judged
      .filter((j) => j.record.animal.mergedIntoId === null)
      .map(({ row }): MateView => {
        const beliefs = species.inherited.beliefs.get(row.id) ?? {}
        const adult = row.ageDays ? toBreed - row.ageDays.most / 365.25 : 0
        return {
          ...{
            id: row.id,
            tag: row.tag,
            name: row.name,
            sex: row.sex,
            line: row.line,
            presence: row.presence,
          },
          place: row.place?.name ?? null,
          verdict: row.verdict,
          because: row.verdictBecause,
          said: (species.said.get(row.id) ?? []) as MateView['said'],
          beliefs: beliefs as Record<string, number[]>,
          words: describeGenes(species.genes, row.sex, beliefs),
          window: windows.get(row.id) ?? null,
          refusalsInARow: row.refusalsInARow,
          clutches: laid.get(row.id) ?? [],
          readyIn: row.verdict === 'ready' || row.verdict === 'trial' ? 0 : Math.max(0, Math.ceil(adult)),
        }
      })
    const byId = new Map(judged.map(({ row }) => [row.id, row]))
    const tags = new Map(species.pedigree.map((r) => [r.id, r.tag]))
    const rules = protocol.pairing
    return {
      today: actor.today,
      protocolId,
      species: protocol.species,
      genes: species.genes as PairingScene['genes'],
      genesVersion: species.version,
      mates,
      pedigree: species.pedigree.map((r) => ({
        ...{ id: r.id, tag: r.tag, line: r.line, dam: r.dam_id, sire: r.sire_id, hatched: r.hatched_from },
        sex: (species.sexes.get(r.id) ?? 'unknown') as MateView['sex'],
        name: byId.get(r.id)?.name ?? '',
        traits: byId.get(r.id)?.traits ?? [],
        here: ['here', 'listed'].includes(byId.get(r.id)?.presence ?? ''),
      })),
      conflicts: species.inherited.conflicts.map(({ id, locus }) => ({
        id,
        tag: tags.get(id) ?? '?',
        says: `what is said of locus ${locus} cannot be, with its parents and young as they are`,
      })),
      begun: await meetings(tx, actor, protocolId),
      rules: {
        hoursTogether: rules.hoursTogether,
        daysBetween: rules.daysBetween,
        meetings: rules.meetings,
        maleRestDays: rules.maleRestDays,
        mostFemales: rules.mostFemales,
        togetherMost: rules.togetherMost,
        kin: rules.kin,
        carriers: rules.carriers,
        unmated: rules.unmated,
        caution: rules.caution,
        origin: originOf(protocol, 'pairing.kinAlarm', 'pairing.maleRestDays'),
        clutch: protocol.clutch,
        hatchRate: protocol.incubation?.hatchRate.typical ?? 1,
        seasonsToBreed: toBreed,
      },
    }
  }
}

/** How many eggs each clutch of a species' females had. */
async function clutchSizes(tx: Transaction, protocolId: string): Promise<Map<string, number[]>> {
  const { rows } = await tx.execute<{ dam_id: string; eggs: number[] }>(sql`
    select dam_id, json_agg(n) as eggs from (
      select c.dam_id, count(*)::int as n from clutch c join egg e on e.clutch_id = c.id
      join animal a on a.id = c.dam_id where a.protocol_id = ${protocolId} and not c.withdrawn group by c.id, c.dam_id) sized
    group by dam_id`)
  return new Map(rows.map((r) => [r.dam_id, r.eggs]))
}

/** Who was with whom this season, from the first introduction to the last parting. */
async function meetings(tx: Transaction, actor: Actor, protocolId: string): Promise<PairingScene['begun']> {
  const { rows } = await tx.execute<{
    female_id: string
    male_id: string
    first: Date
    last: Date
    open: boolean
  }>(sql`
    select p.female_id, p.male_id, min(e.at) as first, max(e.at) as last,
      (array_agg(e.kind order by e.at desc))[1] <> 'separated' as open
    from pairing p join animal a on a.id = p.female_id join entry e on e.subject_id = p.id
    where a.protocol_id = ${protocolId} and ${isOfKind('introduced', 'locked', 'separated', 'taken up')}
      and e.at > ${new Date(actor.now - SEASON_DAYS * 86_400_000).toISOString()}::timestamptz
      and e.at <= ${new Date(actor.now).toISOString()}::timestamptz and ${standsSql}
    group by p.id, p.female_id, p.male_id order by min(e.at)`)
  const day = (at: Date): Day => dayOfInstant(new Date(at).getTime(), actor.book.zone)
  return rows.map((r) => ({
    ...{ female: r.female_id, male: r.male_id, from: day(r.first), together: r.open },
    to: r.open ? actor.today : day(r.last),
  }))
}
