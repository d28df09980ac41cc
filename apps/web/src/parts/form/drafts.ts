import { deviceStore } from '../../shell/deviceStore'

/** What is being written, kept on this device until it is sent: a closed page or an empty battery loses none of it. */
const store = deviceStore('drafts')
/** Nobody remembers what they were about to write a month ago. */
const OLDEST_MS = 30 * 86_400_000

interface KeptDraft {
  at: number
  draft: object
}

/**
 * A draft fits the form that it is put back into where it has the same fields, as the same kinds of values: after an upgrade it may not.
 * @returns the draft, or null
 */
export function fitting(kept: KeptDraft | undefined, begin: object, now: number): object | null {
  if (!kept || now - kept.at > OLDEST_MS) return null
  const was = kept.draft as Record<string, unknown>
  const kinds = (value: unknown) => (value === null || value === undefined ? 'none' : typeof value)
  const alike = Object.entries(begin).every(([field, value]) => {
    const [a, b] = [kinds(value), kinds(was[field])]
    return field in was && (a === b || a === 'none' || b === 'none')
  })
  return alike && Object.keys(was).length === Object.keys(begin).length ? was : null
}

export const readDraft = async (key: string, begin: object): Promise<object | null> =>
  fitting(await store.get<KeptDraft>(key), begin, Date.now())
export const keepDraft = (key: string, draft: object) =>
  store.set(key, { at: Date.now(), draft } satisfies KeptDraft)
export const forgetDraft = (key: string) => store.del(key)
