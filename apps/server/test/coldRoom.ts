import { newId } from '@hatch-book/contract'
import type { TestBook } from './support'

/** A logger's file: a compressor's saw from one day on. */
export function logFile(from: string, days: number, meanC: number, swingC: number): Buffer {
  const lines = ['time;temperature C']
  for (let step = 0; step <= days * 96; step++) {
    const turn = (step / 10) % 1
    const saw = turn < 0.5 ? 4 * turn - 1 : 3 - 4 * turn
    lines.push(
      `${new Date(Date.parse(`${from}T12:00Z`) + step * 900_000).toISOString()};${(meanC + swingC * saw).toFixed(2)}`,
    )
  }
  return Buffer.from(lines.join('\n'))
}

/** What stories about cooling units do in a book again and again. */
export const coldRoomOf = (book: () => TestBook) => ({
  addUnit: async (setPointC = 5): Promise<string> => {
    const id = newId()
    const place = { id, kind: 'unit', name: 'Cold unit 1', make: 'fridge', litres: 140, setPointC }
    expect((await book().as.keeper('POST', '/api/places', place)).status).toBe(200)
    return id
  },
  protocolOf: async (code: string) =>
    (await book().as.keeper('GET', '/api/protocols')).body.protocols.find(
      (p: { code: string }) => p.code === code,
    ).id as string,
  unit: async (id: string) => (await book().as.viewer('GET', `/api/units/${id}`)).body,
  bringIn: (id: string, file: Buffer) => book().as.keeper('POST', `/api/probes/${id}/log`, file),
})
