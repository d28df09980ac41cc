import { readinessApi, BreederRow } from '@hatch-book/contract'
import { cacheBeside, cachedAnimals } from '../animals'
import { loadShelf, type ProtocolBearer } from '../protocols'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { sendJson, sharedAnswer } from '../shell/shared'
import { sayByContract } from '../shell/validation'

/** A breeder as it goes out, and whose protocol it was judged by. */
interface CachedBreeder {
  json: string
  protocolKey: string
  bearer: ProtocolBearer
}

const readBreeder = cacheBeside<CachedBreeder>('breeder', async (tx, _actor, judged) => {
  const shelf = await loadShelf(tx)
  return new Map(
    judged
      .filter(({ row }) => row.purpose === 'breeder' && row.verdict !== null)
      .map(({ row, facts, readiness, record }) => {
        const protocolKey = shelf.keyOf(record.animal)
        const { id, tag, verdict } = row
        const overruled = readiness.overruled ? verdict : null
        const json = sayByContract(BreederRow, { id, tag, facts, protocol: protocolKey, overruled })
        const { form, line, protocolId } = record.animal
        return [id, { json, protocolKey, bearer: { id, tag, form, line, protocolId } }]
      }),
  )
})

/** What every breeder is judged from, and the protocols it is judged by: the browser asks 'what if' of them. */
export const readinessRoutes: BookRoutes = (app, { db }) => {
  serve(app, readinessApi.breeders, async (request, reply) => {
    const actor = actorOf(request)
    return sendJson(
      reply as never,
      await sharedAnswer(db, actor, readinessApi.breeders, {}, async (tx) => {
        const breeders = (await cachedAnimals(tx, actor)).flatMap((a) => readBreeder(a) ?? [])
        const shelf = await loadShelf(tx)
        const bearers = new Map(breeders.map((b) => [b.protocolKey, b.bearer]))
        const protocols = Object.fromEntries([...bearers].map(([key, bearer]) => [key, shelf.of(bearer)]))
        // Each breeder was held against the contract when it was judged.
        return `{"today":${JSON.stringify(actor.today)},"breeders":[${breeders.map((b) => b.json).join(',')}],"protocols":${JSON.stringify(protocols)}}`
      }),
    )
  })
}
