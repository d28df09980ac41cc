import 'fake-indexeddb/auto'
import { newId, type EntryInput } from '@hatch-book/contract'
import { drop, post, sendKept, tryAgain, useOutbox } from '../src/shell/outbox'

/* What was written is on the server or on this device, whatever the line between them does. */
const ME = { bookId: newId(), memberId: newId() }
type Answer = { status: number; body?: unknown; cut?: boolean } | 'silence'
let answers: Answer[] = []
let sent: EntryInput[][] = []

const OK: Answer = { status: 200, body: { written: [], known: [], alike: [] } }
const REFUSED: Answer = { status: 422, body: problem(422, 'invalid', 'H1 is not here any more.') }
function problem(status: number, code: string, detail: string) {
  return { type: `urn:hatch-book:${code}`, title: '', status, code, detail }
}

beforeEach(async () => {
  ;[answers, sent] = [[], []]
  for (const act of useOutbox.getState().acts) await drop(act.id)
  globalThis.fetch = (_path: unknown, init?: RequestInit) => {
    const answer = answers.shift() ?? 'silence'
    sent.push((JSON.parse(String(init?.body)) as { entries: EntryInput[] }).entries)
    if (answer === 'silence') return Promise.reject(new TypeError('no network'))
    const text = answer.cut ? '{"written":[' : JSON.stringify(answer.body ?? {})
    return Promise.resolve(new Response(text, { status: answer.status }))
  }
})
beforeAll(() => Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true }))

const note = (text: string): EntryInput => ({
  ...{ id: newId(), kind: 'noted', subject: { type: 'animal', id: newId() } },
  ...{ at: '2026-05-20T12:00:00.000Z', payload: { text } },
})
const waiting = () => useOutbox.getState().acts.map((a) => a.says)
const texts = () => sent.map((entries) => entries.map((e) => (e.payload as { text: string }).text))
const write = (text: string) => post([note(text)], text, ME)

test('what nobody answers is kept, and sent in its order and under the same names', async () => {
  expect(await write('first')).toBe('kept')
  const [first] = sent[0]!
  answers = ['silence']
  expect(await write('second')).toBe('kept')
  expect(waiting()).toEqual(['first', 'second'])
  sent = []
  answers = [OK]
  await sendKept(ME)
  expect(texts()).toEqual([['first', 'second']])
  expect(sent[0]![0]!.id).toBe(first!.id)
  expect(waiting()).toEqual([])
})

test.each<[string, Answer]>([
  ['500', { status: 500, body: problem(500, 'broken', '') }],
  ['503', { status: 503, body: problem(503, 'busy', '') }],
  ['an answer that is cut off', { status: 200, cut: true }],
])('%s says neither yes nor no: it is kept and sent again under the same name', async (_what, answer) => {
  answers = [answer, OK]
  expect(await write('a meal')).toBe('kept')
  await sendKept(ME)
  expect(waiting()).toEqual([])
  expect(new Set(sent.map((entries) => entries[0]!.id)).size).toBe(1)
})

test('what the server refuses is said at once to whoever writes it, and not kept', async () => {
  answers = [REFUSED]
  await expect(write('a meal')).rejects.toThrow()
  expect(waiting()).toEqual([])
})

test('of several that were kept, only the one at fault stays, with its reason; it can be tried again', async () => {
  for (const text of ['a', 'b', 'c']) await write(text)
  sent = []
  answers = [REFUSED, OK, REFUSED, OK]
  await sendKept(ME)
  expect(texts()).toEqual([['a', 'b', 'c'], ['a'], ['b'], ['c']])
  const [left, ...more] = useOutbox.getState().acts
  expect(more).toEqual([])
  expect(left).toMatchObject({ says: 'b', refused: 'H1 is not here any more.' })
  answers = [OK]
  await tryAgain(left!.id, ME)
  expect(waiting()).toEqual([])
})

test('one over which the server stumbles again and again is put aside, and the others go on', async () => {
  await write('stone')
  await write('after it')
  const stumble: Answer = { status: 500, body: problem(500, 'broken', '') }
  for (let n = 0; n < 5; n++) {
    answers = [stumble]
    await sendKept(ME)
  }
  answers = [OK]
  await sendKept(ME)
  expect(useOutbox.getState().acts).toMatchObject([
    { says: 'stone', refused: expect.stringContaining('five times') },
  ])
})

test('what somebody else wrote on this device waits for them', async () => {
  await write('mine')
  answers = [OK]
  await sendKept({ ...ME, memberId: newId() })
  expect(waiting()).toEqual(['mine'])
})

test('somebody who wrote the same meanwhile is named', async () => {
  await write('ate')
  const { id } = sent[0]![0]!
  answers = [
    {
      status: 200,
      body: { written: [id], known: [], alike: [{ id, by: 'Ines', at: '2026-05-20T11:00:00.000Z' }] },
    },
  ]
  await sendKept(ME)
  expect(useOutbox.getState().twice).toMatchObject([{ says: 'ate', by: 'Ines', mine: { id } }])
})
