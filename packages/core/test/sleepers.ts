import {
  compileProtocol,
  cornSnake,
  planRest,
  startingDocuments,
  type Protocol,
  type RestRequest,
} from '../src'

export const protocol = (code: string): Protocol =>
  compileProtocol(startingDocuments.find((d) => d.code === code)!)!
export const tortoise = protocol('MT')
export const salamander = protocol('FS')
export const rest = (p: Protocol) => p.rest!

export const AUTUMN = '2026-09-01'
export const grown = {
  grams: 480,
  hatched: { from: '2021-07-14', to: '2021-07-14' },
  lastTakenOn: '2026-08-20',
}
export const plan = (change: Partial<RestRequest> = {}) =>
  planRest({
    rules: rest(cornSnake),
    anchor: { kind: 'pairing', day: '2027-03-15' },
    subject: grown,
    today: AUTUMN,
    ...change,
  })
