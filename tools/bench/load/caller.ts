import { Agent, request } from 'node:http'
import { newId } from '../../../packages/contract/src'

export const any = <T>(of: readonly T[]): T => of[Math.floor(Math.random() * of.length)]!

/** A device that asks over lines it keeps open. It costs the machine as little as a client can. */
export class Caller {
  private readonly agent: Agent
  constructor(
    private readonly port: number,
    lines: number,
  ) {
    this.agent = new Agent({ keepAlive: true, maxSockets: lines })
  }

  /** @returns milliseconds until the whole answer was there */
  ask(path: string, cookie: string, body?: unknown): Promise<number> {
    const began = performance.now()
    const text = body === undefined ? undefined : JSON.stringify(body)
    const headers = {
      cookie,
      ...(text !== undefined && {
        'content-type': 'application/json',
        'content-length': Buffer.byteLength(text),
      }),
    }
    const method = text === undefined ? 'GET' : 'POST'
    return new Promise((resolve, reject) => {
      const asked = request(
        { agent: this.agent, host: '127.0.0.1', port: this.port, path, method, headers },
        (reply) => {
          const parts: Buffer[] = []
          reply.on('data', (part: Buffer) => parts.push(part))
          reply.on('end', () => {
            if (reply.statusCode! < 300) return resolve(performance.now() - began)
            const said = Buffer.concat(parts).toString().slice(0, 200)
            reject(new Error(`${path}: ${reply.statusCode} ${said}`))
          })
        },
      )
      asked.on('error', reject)
      asked.end(text)
    })
  }

  close(): void {
    this.agent.destroy()
  }
}

let instant = Date.parse('2027-05-27T12:00:00.000Z')
/** A weighing of one of some animals, each later than the one before, as they come from scales. */
export const weighing = (animals: readonly string[]) => ({
  ...{ id: newId(), kind: 'weighed', at: new Date((instant += 1)).toISOString() },
  subject: { type: 'animal', id: any(animals) },
  payload: { grams: 100 + Math.round(Math.random() * 300) },
})
