import 'fake-indexeddb/auto'
import { format } from 'node:util'
import { JSDOM } from 'jsdom'
import * as react from 'react'

/*
 * A page without a browser, in the same process as the server that it asks: what a browser gives to every script is put where scripts look for
 * it. Nothing is drawn, so sizes are nought and nothing is ever in or out of sight.
 */
export const PLACE = 'http://book.test'
const { window } = new JSDOM('<!doctype html><html><head></head><body></body></html>', {
  url: `${PLACE}/`,
  pretendToBeVisual: true,
})

class Nothing {
  observe() {}
  unobserve() {}
  disconnect() {}
  close() {}
  addEventListener() {}
  removeEventListener() {}
  postMessage() {}
  terminate() {}
}
/** A real one would keep the process from ending for as long as somebody listens. */
class Channel {
  port1: Nothing & { onmessage?: (event: { data: unknown }) => void } = new Nothing()
  port2 = Object.assign(new Nothing(), {
    postMessage: (data: unknown) => void setTimeout(() => this.port1.onmessage?.({ data })),
  })
}
Object.assign(window, {
  matchMedia: () => ({ matches: false, addListener() {}, removeListener() {}, ...new Nothing() }),
  ResizeObserver: Nothing,
  IntersectionObserver: Nothing,
  // What is told to open pages, and what is reckoned beside them, has stories of its own in a browser.
  EventSource: Nothing,
  Worker: Nothing,
  scrollTo() {},
  print() {},
})
window.Element.prototype.scrollIntoView = () => undefined
window.Element.prototype.scrollTo = () => undefined
// Rules of styles are not looked up: each question would go through thousands of them, and nothing is drawn. What an element says of itself holds.
window.getComputedStyle = (element) => (element as HTMLElement).style
/** What a page remembers on its device beside the database: plain, for the one of this page cannot be taken away after a test. */
function storage() {
  const kept = new Map<string, string>()
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
    clear: () => kept.clear(),
  }
}
const OWN = new Set([...Object.getOwnPropertyNames(globalThis), 'localStorage', 'sessionStorage', 'Storage'])
for (const name of Object.getOwnPropertyNames(window))
  if (!OWN.has(name) || ['Event', 'EventTarget', 'CustomEvent', 'navigator', 'KeyboardEvent'].includes(name))
    Object.defineProperty(globalThis, name, {
      configurable: true,
      writable: true,
      value: window[name as keyof typeof window],
    })
const beside = { localStorage: storage(), sessionStorage: storage() }
for (const [name, value] of Object.entries(beside)) Object.defineProperty(window, name, { value })
Object.assign(globalThis, {
  ...beside,
  MessageChannel: Channel,
  window,
  self: window,
  IS_REACT_ACT_ENVIRONMENT: true,
})

/*
 * React takes down where each element was made, ten thousand times a second, for warnings that say so; that is a fifth of the time of these tests. It
 * is told that it has done so often enough.
 */
const INTERNALS = '__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE'
const internals = (react as unknown as Record<string, object>)[INTERNALS]
if (!internals || !('recentlyCreatedOwnerStacks' in internals))
  throw new Error('this version of React counts elsewhere')
Object.defineProperty(internals, 'recentlyCreatedOwnerStacks', { get: () => Infinity, set() {} })

/** Forgets all that was kept on this device, as nobody's first visit finds anything. */
export async function clearDevice(): Promise<void> {
  localStorage.clear()
  sessionStorage.clear()
  for (const { name } of await indexedDB.databases())
    await new Promise<void>((resolve, reject) => {
      const opening = indexedDB.open(name!)
      opening.onerror = () => reject(opening.error!)
      opening.onsuccess = () => {
        const base = opening.result
        const stores = [...base.objectStoreNames]
        if (stores.length === 0) return resolve(base.close())
        const turn = base.transaction(stores, 'readwrite')
        for (const store of stores) turn.objectStore(store).clear()
        turn.oncomplete = () => resolve(base.close())
        turn.onerror = () => reject(turn.error!)
      }
    })
}

// Its clocks would keep the process from ending.
afterAll(() => window.close())

/*
 * What the pages complain of fails the test that heard it. Left out: what React says of states that change while nobody acts, as they do here on
 * every answer of the server, what is no more drawn when its page was left, and a file that would be downloaded.
 */
const BY_THE_WAY = [/not wrapped in act/, /calling notice in render/, /Not implemented: navigation/]
const complaints: string[] = []
for (const level of ['error', 'warn'] as const)
  console[level] = (...said: unknown[]) => {
    const text = format(...said)
    if (!BY_THE_WAY.some((known) => known.test(text))) complaints.push(text)
  }
// What nobody waits for goes wrong unheard.
process.on('unhandledRejection', (reason) => complaints.push(`nobody heard: ${String(reason)}`))
/** Everything that was complained of since the last time of asking. */
export const heardComplaints = () => complaints.splice(0)
