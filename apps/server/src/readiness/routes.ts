import { readinessApi, BreederRow } from '@hatch-book/contract'
import type { Protocol } from '@hatch-book/core'
import { cacheBeside, cachedAnimals } from '../animals'
import { loadShelf } from '../protocols'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { sendJson, sharedAnswer } from '../shell/shared'
import { sayByContract } from '../shell/validation'

/** A breeder as it goes out, and the protocol it was judged by. */
interface KeptBreeder {
  json: string
  protocolKey: string
  protocol: Protocol
}

const readBreeder = cacheBeside<KeptBreeder>('breeder', async (tx, _actor, judged) => {
  const shelf = await loadShelf(tx)
  return new Map(
    judged
      .filter(({ row }) => row.purpose === 'breeder' && row.verdict !== null)
      .map(({ row, facts, readiness, record }) => {
        const protocolKey = shelf.keyOf(record.animal)
        const { id, tag, verdict } = row
        const overruled = readiness.overruled ? verdict : null
        const json = sayByContract(BreederRow, { id, tag, facts, protocol: protocolKey, overruled })
        return [id, { json, protocolKey, protocol: record.protocol }]
      }),
  )
})

/** What every breeder is judged from, and the protocols it is judged by: the browser asks 'what if' of them. */
export const readinessRoutes: BookRoutes = (app, { db }) => {
  serve(app, readinessApi.breeders, async (request, reply) => {
    const actor = actorOf(request)
    return sendJson(
      reply as never,
      await sharedAnswer(db, actor, 'readiness', async (tx) => {
        const breeders = (await cachedAnimals(tx, actor)).flatMap((a) => readBreeder(a) ?? [])
        const protocols = Object.fromEntries(breeders.map((b) => [b.protocolKey, b.protocol]))
        // Each breeder was held against the contract when it was judged.
        return `{"today":${JSON.stringify(actor.today)},"breeders":[${breeders.map((b) => b.json).join(',')}],"protocols":${JSON.stringify(protocols)}}`
      }),
    )
  })
}
