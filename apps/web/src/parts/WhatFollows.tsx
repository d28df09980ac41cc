import { logApi, type EntryInput } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { RefusedError, wordsOf, workOut } from '../shell/api'
import { EffectList } from './EffectList'

/**
 * What depends on what is about to be written, worked out and told before it is.
 * @param entries null while there is nothing to work out: not yet, or no longer, as it is being written
 */
export function WhatFollows({ entries }: { entries: readonly EntryInput[] | null }) {
  const { data, error } = useQuery({
    queryKey: ['what follows', entries],
    queryFn: ({ signal }) => workOut(logApi.tryOut, signal, { body: { entries: [...entries!] } }),
    enabled: entries !== null,
    gcTime: 0,
    retry: false,
  })
  if (!entries) return null
  if (error instanceof RefusedError && error.problem.status > 0)
    return (
      <p className="says" role="alert">
        {wordsOf(error)}
      </p>
    )
  return (
    <section className="small" aria-label="What depends on it">
      {error ? (
        <p className="quiet">The server does not answer: what depends on this entry is not known now.</p>
      ) : data ? (
        <EffectList effects={data} />
      ) : (
        <p className="quiet" role="status">
          Looking for what depends on it …
        </p>
      )}
    </section>
  )
}
