import { createECDH, randomBytes } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { newId } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
// @ts-expect-error -- it comes with web-push, without types
import ece from 'http_ece'
import { SMTPServer } from 'smtp-server'
import webpush from 'web-push'
import { asRole, inBook, tables } from '../src/db/connect'
import { post, SENDING, waysOutOf } from '../src/notices'
import { rooms } from '../src/rooms'
import { buildApp, type BookApp } from '../src/shell/app'
import { readConfiguration } from '../src/shell/configuration'
import { openServer, type TestBook, type TestServer } from './support'

/* Messages leave the server: a mail server and a push service stand in for the real ones. */
let server: TestServer
let book: TestBook
let apps: BookApp[] = []
const mails: { to: string; text: string }[] = []
let refuseMail: { code: number; says: string } | null = null
const pushed: Buffer[] = []
let pushAnswers = 201
const phone = createECDH('prime256v1')
phone.generateKeys()
const auth = randomBytes(16)

const post25 = new SMTPServer({
  ...{ authOptional: true, disabledCommands: ['STARTTLS'] },
  onRcptTo: ({ address }, _session, done) =>
    refuseMail
      ? done(Object.assign(new Error(refuseMail.says), { responseCode: refuseMail.code }))
      : (mails.push({ to: address, text: '' }), done()),
  onData: (stream, _session, done) => {
    stream.on('data', (part: Buffer) => (mails.at(-1)!.text += part.toString()))
    stream.on('end', () => done())
  },
})
let service: Server
const portOf = (s: Server) => (s.address() as AddressInfo).port

beforeAll(async () => {
  service = createServer((request, reply) => {
    const parts: Buffer[] = []
    request.on('data', (part: Buffer) => parts.push(part))
    request.on('end', () => {
      pushed.push(Buffer.concat(parts))
      reply.writeHead(pushAnswers).end()
    })
  })
  await new Promise<void>((done) => service.listen(0, '127.0.0.1', done))
  await new Promise<void>((done) => post25.listen(0, '127.0.0.1', done))
  server = await openServer()
  book = await server.openBook('The weir')
  await inBook(server.db, book.id, (tx) => tx.update(tables.book).set({ demoDay: null, demoSeed: null }))
  const keys = webpush.generateVAPIDKeys()
  const waysOut = () =>
    waysOutOf(
      readConfiguration({
        DATABASE_URL: 'postgres://x@127.0.0.1/x',
        MAIL_SERVER: `smtp://127.0.0.1:${portOf(post25.server as never)}`,
        MAIL_FROM: 'Hatch Book <book@weir.example>',
        ...{ PUSH_PUBLIC_KEY: keys.publicKey, PUSH_PRIVATE_KEY: keys.privateKey },
        ...{ PUSH_CONTACT: 'mailto:book@weir.example', PUSH_SERVICES: `http://127.0.0.1:${portOf(service)}` },
      }),
    )
  // Two servers of one database, as where many members are.
  const databaseUrl = asRole(server.ownerUrl, 'app_rw', process.env.TEST_APP_PASSWORD!)
  apps = await Promise.all([1, 2].map(() => buildApp({ databaseUrl, rooms, waysOut: waysOut() })))
  await Promise.all(apps.map((app) => app.ready()))
}, 60_000)
afterAll(async () => {
  await Promise.all(apps.map((app) => app.close()))
  await server.close()
  await new Promise((done) => post25.close(() => done(null)))
  service.close()
})
beforeEach(async () => {
  mails.length = pushed.length = 0
  ;[refuseMail, pushAnswers] = [null, 201]
  await inBook(server.db, book.id, (tx) => tx.update(tables.message).set({ takenAt: new Date() }))
})

const cookie = () => ({ cookie: book.cookie })
const danger = (key: string) =>
  inBook(server.db, book.id, (tx) =>
    post(tx, book.id, {
      ...{ grade: 'danger' as const, cause: key, what: 'too warm', at: Date.now() },
      parts: [{ key, name: 'Rack 2', says: 'Rack 2 has 33.4 °C; F1 dies over 32.' }],
    }),
  )
const send = () => Promise.all(apps.map((app) => app.jobs.run(SENDING)))
const state = () => apps.map((app) => app.jobs.of(book.id).find((j) => j.name === SENDING)!)
const messages = async () =>
  (await apps[0]!.inject({ url: '/api/messages', headers: cookie() })).json().messages as {
    to: string
    takenAt: string | null
    takenBy: string
  }[]
const toOwner = async () => (await messages()).find((m) => m.to === 'Owner')!
const subscribe = (endpoint: string) =>
  apps[0]!.inject({
    ...{ method: 'POST', url: '/api/messages/devices', headers: cookie() },
    payload: {
      ...{ id: newId(), name: 'The phone', endpoint },
      keys: { p256dh: phone.getPublicKey('base64url'), auth: auth.toString('base64url') },
    },
  })

test('an alarm goes to the mailboxes of those who are told, once, with two servers looking', async () => {
  await danger('a')
  await send()
  expect(mails.map((m) => m.to).sort()).toEqual([`keeper@${book.id}.example`, `owner@${book.id}.example`])
  expect(mails[0]!.text).toContain('Subject: Rack 2: too warm')
  expect(mails[0]!.text.replaceAll('=\r\n', '')).toContain('F1 dies over 32.')
  expect(await toOwner()).toMatchObject({ takenBy: 'e-mail', refused: '' })
  await send()
  expect(mails).toHaveLength(2)
})

test('what a mail server refuses for now waits and is tried again; what it refuses for good says so', async () => {
  refuseMail = { code: 451, says: 'come back later' }
  await danger('b')
  await send()
  expect((await toOwner()).takenAt).toBeNull()
  expect(Math.max(...state().map((s) => s.failures))).toBe(1)
  // Its pause and its claim are over.
  await inBook(server.db, book.id, (tx) => tx.update(tables.message).set({ claimedAt: null }))
  refuseMail = { code: 550, says: 'nobody of that name' }
  const later = jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 3_600_000)
  await send()
  later.mockRestore()
  expect(await toOwner()).toMatchObject({ takenBy: '', refused: 'the mail server refused it (550)' })
})

test('a phone that was chosen is told, sealed for it alone; one that is gone is told no more', async () => {
  expect((await subscribe('http://169.254.1.1/latest')).statusCode).toBe(422)
  expect((await subscribe(`http://127.0.0.1:${portOf(service)}/box/1`)).statusCode).toBe(200)
  await danger('c')
  await send()
  expect(pushed).toHaveLength(1)
  expect(pushed[0]!.includes('Rack 2')).toBe(false)
  const opened = ece.decrypt(pushed[0]!, { version: 'aes128gcm', privateKey: phone, authSecret: auth })
  expect(JSON.parse(opened.toString())).toMatchObject({ subject: 'Rack 2: too warm' })
  expect(await toOwner()).toMatchObject({ takenBy: 'e-mail and push' })
  pushAnswers = 410
  await danger('d')
  await send()
  const { ways } = (await apps[0]!.inject({ url: '/api/messages', headers: cookie() })).json()
  expect(ways).toMatchObject({ mail: true, devices: [] })
})

test('nothing of long ago is sent when a server gets its first way, and nothing of a demo', async () => {
  await danger('e')
  const { message, book: ofBook } = tables
  await inBook(server.db, book.id, (tx) =>
    tx.update(message).set({ tellFrom: new Date(Date.now() - 30 * 3_600_000) }),
  )
  await send()
  expect(mails).toEqual([])
  await danger('f')
  await inBook(server.db, book.id, (tx) =>
    tx.update(ofBook).set({ demoDay: '2026-05-20' }).where(eq(ofBook.id, book.id)),
  )
  await send()
  expect(mails).toEqual([])
  await inBook(server.db, book.id, (tx) => tx.update(ofBook).set({ demoDay: null }))
})

test('a trial message arrives, so that somebody sees that messages do', async () => {
  await apps[0]!.inject({
    ...{ method: 'POST', url: '/api/messages/trial', headers: cookie(), payload: {} },
  })
  await send()
  expect(mails).toMatchObject([{ text: expect.stringContaining('Subject: a trial message') }])
})

test('half of what belongs together is refused at the start', () => {
  expect(() =>
    readConfiguration({ DATABASE_URL: 'postgres://x@127.0.0.1/x', MAIL_SERVER: 'smtp://127.0.0.1' }),
  ).toThrow('MAIL_FROM: is not set, and is wanted beside MAIL_SERVER')
})
