import { clearDevice, heardComplaints, PLACE } from './dom'
import { QueryClientProvider } from '@tanstack/react-query'
import { act, cleanup, configure, render, screen, waitFor, within } from '@testing-library/react'
import userEvent, { type UserEvent } from '@testing-library/user-event'
import type { Role } from '@hatch-book/contract'
import { ConfigProvider } from 'antd'
import type { ReactNode } from 'react'
import { createRoot } from 'react-dom/client'
import { createMemoryRouter, RouterProvider } from 'react-router'
import { openServer, type TestBook, type TestServer } from '../../apps/server/test/support'
import { openWholeBook, type WholeBook } from '../../apps/server/test/wholeBook'
import { routes } from '../../apps/web/src/routes'
import { queries } from '../../apps/web/src/shell/api'
import { Lights } from '../../apps/web/src/shell/Lights'

// A machine with two busy cores answers late; what is not there stays away. What was found instead fills no screen.
configure({
  asyncUtilTimeout: 30_000,
  getElementError: (message) => new Error(message ?? 'nothing is found'),
})

// An answer that comes after its page was left would be waited for five minutes more, and the process with it.
queries.setDefaultOptions({ queries: { ...queries.getDefaultOptions().queries, gcTime: Infinity } })

/** Something that a page asked of the server. */
export interface Call {
  method: string
  path: string
  /** What the server said where it did not do it. */
  problem?: { detail: string; fields?: { field: string; says: string }[] }
  body: Record<string, any> // eslint-disable-line @typescript-eslint/no-explicit-any -- tests look into what is sent freely
  status: number
}

export interface OpenPage {
  user: UserEvent
  /** Where one stands now. */
  address(): string
  goTo(address: string): Promise<void>
  /** Closes it, so that another may be opened in the same test. */
  leave(): void
  /** All that was written to the server since the page was opened. */
  sent(path?: string): Call[]
  /** All that was asked or written since then, and not granted. */
  refused(): string[]
  /** Waits until nothing is asked for any more. */
  settled(): Promise<void>
}

export interface Pages<T extends Opened> {
  readonly server: TestServer
  /** The book, and what the test put into it. */
  readonly of: T
  open(address: string, as?: Role): Promise<OpenPage>
  /** The server does not answer from here on, until it is said to. */
  silent(on: boolean): void
  /** The server stumbles from here on over whatever is read, but for who is here, until it is said not to. */
  stumbling(on: boolean): void
  /** What the server is to answer instead, to the next call of this method and path. */
  answerOnce(method: string, path: string, status: number, body: object): void
  /** Whatever is to be written is refused from here on, in these words; null for no longer. */
  refuseAll(words: { detail: string; fields?: { field: string; says: string }[] } | null): void
}

interface Opened {
  book: TestBook
}
/** In the light of the program; but nothing is drawn, so no styles are worked out, which is a fifth of the time of these tests. */
const Unstyled = ({ children }: { children: ReactNode }) => (
  <ConfigProvider theme={{ zeroRuntime: true }}>
    <Lights>{children}</Lights>
  </ConfigProvider>
)
// What the parts library works out of a light it keeps for as long as somebody uses it: here, until all is told.
const root = createRoot(document.createElement('div'))
beforeAll(() => act(() => root.render(<Unstyled>{null}</Unstyled>)))
afterAll(() => act(() => root.unmount()))

/** A book with nothing in it. */
export const emptyBook = async (server: TestServer): Promise<Opened> => ({
  book: await server.openBook('Empty', { withSpecies: false }),
})
/** A book in which something is going on in every room. */
export const wholeBook = (server: TestServer): Promise<WholeBook> => openWholeBook(server, 'Whole')

/**
 * The whole application against a whole server and its database, without a browser: what is asked goes through the server's own front door.
 * @param openBook opens the book of these tests, and fills it
 */
export function pagesOf<T extends Opened>(openBook: (server: TestServer) => Promise<T>): Pages<T> {
  let server: TestServer
  let opened: T
  let cookie = ''
  let isSilent = false
  let isStumbling = false
  let calls: Call[] = []
  let refusals: string[] = []
  let open = 0
  let refusing: Parameters<Pages<T>['refuseAll']>[0] = null
  const instead = new Map<string, { status: number; body: object }>()

  const answer = async (input: string | URL | Request, init: RequestInit = {}): Promise<Response> => {
    open++
    try {
      return await reply(input, init)
    } finally {
      open--
    }
  }
  const reply = async (input: string | URL | Request, init: RequestInit): Promise<Response> => {
    const url = new URL(String(input), PLACE)
    const [method, path] = [init.method ?? 'GET', url.pathname + url.search]
    if (isSilent) throw new TypeError('Failed to fetch')
    const sent = typeof init.body === 'string' ? (JSON.parse(init.body) as Call['body']) : {}
    const planned =
      instead.get(`${method} ${url.pathname}`) ??
      (refusing && method !== 'GET' ? { status: 422, body: problemOf(refusing) } : undefined)
    instead.delete(`${method} ${url.pathname}`)
    if (planned) {
      calls.push({ method, path, body: sent, status: planned.status })
      return Response.json(planned.body, { status: planned.status })
    }
    if (isStumbling && method === 'GET' && path !== '/api/session')
      return Response.json(
        problemOf({ detail: 'Something went wrong here. What you wrote is safe.' }, 500, 'internal'),
        { status: 500 },
      )
    const payload = init.body instanceof Blob ? Buffer.from(await init.body.arrayBuffer()) : init.body
    const reply = await server.app.inject({
      ...{ method: method as 'GET', url: path },
      headers: { ...(init.headers as Record<string, string>), cookie },
      ...(payload ? { payload: payload as string } : {}),
    })
    if (reply.statusCode >= 400) refusals.push(`${method} ${path} ${reply.statusCode}`)
    if (method !== 'GET')
      calls.push({
        ...{ method, path, body: sent, status: reply.statusCode },
        ...(reply.statusCode >= 400 && { problem: reply.json<NonNullable<Call['problem']>>() }),
      })
    return new Response(reply.statusCode === 204 ? null : new Uint8Array(reply.rawPayload), {
      status: reply.statusCode,
      headers: { 'content-type': String(reply.headers['content-type']) },
    })
  }

  beforeAll(async () => {
    server = await openServer()
    opened = await openBook(server)
    globalThis.fetch = answer
  })
  const leave = () => {
    cleanup()
    queries.clear()
  }
  afterEach(async () => {
    leave()
    await clearDevice()
    isSilent = false
    isStumbling = false
    refusing = null
    instead.clear()
    expect(heardComplaints()).toEqual([])
  })
  afterAll(() => server.close())

  return {
    get server() {
      return server
    },
    get of() {
      return opened
    },
    silent: (on) => (isSilent = on),
    stumbling: (on) => (isStumbling = on),
    refuseAll: (words) => (refusing = words),
    answerOnce: (method, path, status, body) => instead.set(`${method} ${path}`, { status, body }),
    open: async (address, as = 'owner') => {
      cookie = opened.book.cookies[as]
      calls = []
      refusals = []
      const router = createMemoryRouter(routes, { initialEntries: [address] })
      // What stands in the address bar.
      const show = (at: { pathname: string; search: string }) =>
        window.history.replaceState(null, '', at.pathname + at.search)
      show(router.state.location)
      router.subscribe(({ location }) => show(location))
      render(
        <Unstyled>
          <QueryClientProvider client={queries}>
            <RouterProvider router={router} />
          </QueryClientProvider>
        </Unstyled>,
      )
      await screen.findByRole('navigation', { name: 'Rooms' })
      return {
        user: userEvent.setup({ document: window.document, delay: null }),
        address: () => router.state.location.pathname + router.state.location.search,
        goTo: (to) => router.navigate(to),
        leave,
        refused: () => [...refusals],
        settled: async () => {
          // What is shown of an answer may ask for something else.
          for (let quiet = 0; quiet < 2; quiet = open === 0 ? quiet + 1 : 0)
            await act(() => new Promise((resolve) => setTimeout(resolve)))
        },
        sent: (path) =>
          calls.filter(
            // What was only tried out is not what was sent, unless that is asked for.
            (c) =>
              path === undefined ||
              (c.path.startsWith(path) && c.path.endsWith('/trial') === path.endsWith('/trial')),
          ),
      }
    },
  }
}

/** The same book, kept in ounces and Fahrenheit. */
export async function inOtherUnits<T extends Opened>(opened: T): Promise<T> {
  const { owner } = opened.book.as
  const { version, name, zone } = (await owner('GET', '/api/session')).body.book
  const units = { version, name, zone, weightUnit: 'oz', temperatureUnit: 'F' }
  const { status, body } = await owner('PATCH', '/api/book', units)
  if (status !== 200) throw new Error(JSON.stringify(body))
  return opened
}

/** What the server says of something that it refuses. */
export const problemOf = (
  words: { detail: string; fields?: { field: string; says: string }[] },
  status = 422,
  code = 'invalid',
) => ({
  ...{ type: `urn:hatch-book:${code}`, title: 'Something here cannot be read.', status, code },
  ...words,
})

/** As fast as a hand; what is faster is a scanner. */
const HAND_MS = 150
/** Single keys, one after the other. */
export async function pressKeys({ user }: OpenPage, ...keys: string[]): Promise<void> {
  for (const key of keys) {
    await user.keyboard(key)
    await act(() => new Promise((resolve) => setTimeout(resolve, HAND_MS)))
  }
}

/** Chooses from a list of the parts library by what one reads. */
export async function choose(user: UserEvent, label: string, option: string): Promise<void> {
  await user.click(screen.getByRole('combobox', { name: label }))
  await user.keyboard(option)
  const shown = await waitFor(() => {
    const lists = document.querySelectorAll('.ant-select-dropdown:not(.ant-select-dropdown-hidden)')
    const found = [...lists].flatMap((list) =>
      within(list as HTMLElement).queryAllByTitle((title) => title.includes(option)),
    )
    if (found.length === 0) throw new Error(`${option} is not offered`)
    return found[0]!
  })
  await user.click(shown)
}

/** What is said to be wrong at a field. */
export function faultAt(label: string): string {
  const field = screen.getByLabelText(label).closest('.ant-form-item')
  return field?.querySelector('.ant-form-item-explain')?.textContent ?? ''
}
