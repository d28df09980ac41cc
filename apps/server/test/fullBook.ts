import { newId } from '@hatch-book/contract'
import sharp from 'sharp'
import { eq } from 'drizzle-orm'
import { inBook, tables } from '../src/db/connect'
import { addAnimal, entry, feed, noon, TODAY, write, type TestServer } from './support'
import { openWholeBook, type WholeBook } from './wholeBook'

/** A book in which there is one of everything that a request can name. */
export interface FullBook extends WholeBook {
  picture: Buffer
  photo: string
  paper: string
  invitation: string
  member: string
  session: string
  restPlan: string
  restOfAnimal: string
  station: string
  weatherRule: string
  alarm: string
  feederPlan: string
  list: string
  otherList: string
  revision: string
  contact: string
  wish: string
  price: string
  share: string
  scale: string
  seasonPlan: string
  goal: string
  /** Of the same sort as the female, to be merged with her. */
  otherAnimal: string
  /** The owner's telephone. */
  device: string
  /** Nobody lives in them yet. */
  emptyTub: string
  otherEmptyTub: string
}

const LIST = Buffer.from('tag,species,sex\nL1,corn snake,female\n')

export async function openFullBook(server: TestServer, name: string): Promise<FullBook> {
  const whole = await openWholeBook(server, name)
  const { book, female, protocolOf } = whole
  const ask = async (method: 'POST' | 'GET', url: string, body?: unknown) => {
    const reply = await book.as.owner(method, `/api/${url}`, body)
    if (reply.status !== 200) throw new Error(`${url}: ${JSON.stringify(reply.body)}`)
    return reply.body
  }
  const add = async (url: string, body: object) => {
    const id = newId()
    await ask('POST', url, { id, ...body })
    return id
  }
  const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
    .png()
    .toBuffer()
  const contact = await add('contacts', { name: 'Ines' })
  const station = await add('places', { kind: 'outdoors', name: 'Yard' })
  await write(book, [
    entry('overruled', 'animal', whole.young, {
      about: 'leaving',
      verdict: 'may leave',
      reason: 'to a friend',
    }),
    entry('cohort counted', 'cohort', whole.cohort, { stages: { L4: { count: 30, low: 30, high: 30 } } }),
  ])
  const { plans } = await ask('GET', 'rests')
  const winter = (plans as { id: string; name: string }[]).find((p) => p.name === 'Winter')!
  const { rests } = await ask('GET', `rests?plan=${winter.id}`)
  const alarm = newId()
  await inBook(server.db, book.id, (tx) =>
    tx.insert(tables.alarm).values({
      ...{ bookId: book.id, id: alarm, placeId: whole.incubator, kind: 'too warm', severity: 'warn' },
      ...{ since: new Date(noon(TODAY)), raisedAt: new Date(noon(TODAY)), says: 'too warm', todo: 'open it' },
    }),
  )
  // A server of tests knows no push service to choose a device by.
  const device = { id: newId(), name: 'The phone', endpoint: 'https://push.example/1', since: noon(TODAY) }
  await inBook(server.db, book.id, (tx) =>
    tx
      .update(tables.member)
      .set({ devices: [{ ...device, keys: { p256dh: '', auth: '' } }] })
      .where(eq(tables.member.role, 'owner')),
  )
  const { animal } = await ask('GET', `animals/${female}`)
  await book.as.owner('PATCH', `/api/animals/${female}`, {
    ...{ version: animal.version, tag: 'F1', line: 'Kiln', purpose: 'breeder', origin: '', note: '' },
    ...{ hatched: { date: '2022-06-01', precision: 'day' }, damId: null, sireId: null },
  })
  const otherAnimal = await addAnimal(book, { tag: 'F1 again' })
  await feed(book, otherAnimal)
  return {
    ...{ ...whole, picture, contact, station, alarm, otherAnimal, device: device.id },
    photo: (await ask('POST', `animals/${female}/photos?view=above`, picture)).id,
    paper: (await ask('POST', `animals/${female}/papers?name=paper.pdf`, Buffer.from('%PDF-1.4 a paper'))).id,
    invitation: await add('invitations', { name: 'Tomas', role: 'helper' }),
    member: await add('members', {
      ...{ name: 'Tomas', email: `tomas@${book.id}.example`, password: 'a long password', role: 'helper' },
    }),
    session: (await ask('GET', 'sessions')).sessions[0].id,
    ...{ restPlan: winter.id, restOfAnimal: rests[0].id },
    weatherRule: await add('weather-rules', weatherRule(station, [female])),
    feederPlan: await feederPlan(add, protocolOf),
    list: (await ask('POST', 'imports?name=list.csv', LIST)).id,
    otherList: (await ask('POST', 'imports?name=other.csv', Buffer.from('tag,species\nL2,corn snake\n'))).id,
    revision: revisionOf(await ask('GET', `history?subjectId=${female}`)),
    wish: await add('wishes', { contactId: contact, protocolId: book.protocols.CS, sex: 'female' }),
    price: await add('prices', { protocolId: book.protocols.CS, sex: 'either', price: 50 }),
    share: await add('shares', { kind: 'animal', animalId: whole.young }),
    scale: await add('scales', { name: 'Bench', capacityGrams: 2000 }),
    seasonPlan: await add('season-plans', { protocolId: book.protocols.CS, ...season(whole) }),
    goal: await add('line-goals', { protocolId: book.protocols.CS, ...GOAL }),
    emptyTub: await add('places', { kind: 'tub', name: 'Tub 2' }),
    otherEmptyTub: await add('places', { kind: 'tub', name: 'Tub 3' }),
  }
}

const revisionOf = (history: { revisions?: { id: string }[] }) => history.revisions![0]!.id
export const weatherRule = (stationId: string, animalIds: string[]) => ({
  ...{ name: 'Bring in', act: 'bring in', stationId, since: '2026-05-01', animalIds },
  rule: { nights: 5, side: 'under', limitC: 6 },
})
const plan = (protocolOf: (code: string) => string) => ({
  ...{ protocolId: protocolOf('BC'), from: '2026-06-01', until: '2026-06-14' },
  what: { kind: 'buy', sizes: ['adults'], amounts: [500, 700] },
})
async function feederPlan(
  add: (url: string, body: object) => Promise<string>,
  protocolOf: (code: string) => string,
): Promise<string> {
  const id = newId()
  await add('feeder-plans', { plans: [{ id, ...plan(protocolOf) }] })
  return id
}
export const season = ({ female, male }: WholeBook) => ({
  ...{ name: 'Spring', from: '2026-03-01', to: '2026-06-01' },
  settings: {
    ...{ wanted: null, kinLimit: 0.125, daysTogether: 2, meetings: 2, daysBetween: 3, togetherMost: 1 },
    ...{ females: [female], males: [{ id: male, mostFemales: 3, restDays: 2 }], windows: {}, despite: [] },
  },
  courses: [{ female, male, visits: [{ from: '2026-03-02', to: '2026-03-04' }] }],
})
export const GOAL = {
  ...{ name: 'Pale ones', line: '', number: 1, mostInbreeding: 0.1, years: 5, tubs: 4 },
  wanted: { traits: [{ trait: 'amelanistic', as: 'shows' }] },
}
