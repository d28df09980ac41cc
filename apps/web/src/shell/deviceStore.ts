import { createStore, del, get, set } from 'idb-keyval'

/** What a browser that forbids storage throws at once, and what it refuses later, is the same to us: nothing is kept. */
async function quietly<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    return await work()
  } catch {
    return undefined
  }
}

/** A place on this device for what makes things quicker or more pleasant, and may be missing. */
export function deviceStore(name: string) {
  let opened: ReturnType<typeof createStore> | undefined
  const store = () => (opened ??= createStore(`hatch-book-${name}`, name))
  return {
    get: <T>(key: string) => quietly(() => get<T>(key, store())),
    set: (key: string, value: unknown) => quietly(() => set(key, value, store())),
    del: (key: string) => quietly(() => del(key, store())),
  }
}
