import { useState } from 'react'
import { RefusedError } from '../shell/api'

/**
 * Does something that the server may refuse, and keeps its words until the next try.
 * @param shown the fields that say themselves what is wrong with them
 */
export function useSaying(...shown: readonly string[]) {
  const [error, setError] = useState<RefusedError | null>(null)
  const [busy, setBusy] = useState(false)
  const run = async (work: () => Promise<unknown>): Promise<boolean> => {
    setBusy(true)
    setError(null)
    try {
      await work()
      return true
    } catch (refused) {
      if (!(refused instanceof RefusedError)) throw refused
      setError(refused)
      return false
    } finally {
      setBusy(false)
    }
  }
  return {
    run,
    busy,
    /** The words for one field. */
    of: (field: string) => error?.says(field),
    /** The words for the rest. */
    says: error?.wordsBeside(...shown) ?? '',
  }
}
