import type { ReplyOf, WritingRoute } from '@hatch-book/contract'

import { useCallback } from 'react'
import { send, type Sent, wordsOf } from './api'
import { useNotices } from './notices'

const READING_SECONDS = 8

/** Says over the view why something that was pressed was not done. */
export function useSayNot(): (error: unknown, title?: string) => void {
  const notification = useNotices()
  return useCallback(
    (error, title = 'Not done') => {
      const description = wordsOf(error)
      notification.error({ title, description, duration: READING_SECONDS, key: title })
    },
    [notification],
  )
}

/**
 * For what is written by one press, where no form has a place for the server's words: why it was refused is said over the view.
 * @returns a function that sends, and answers null where it was refused
 */
export function useSendAndSay(title?: string) {
  const sayNot = useSayNot()
  return useCallback(
    async <R extends WritingRoute>(route: R, ...sent: Sent<R>): Promise<ReplyOf<R> | null> => {
      try {
        return await send(route, ...sent)
      } catch (error) {
        sayNot(error, title)
        return null
      }
    },
    [sayNot, title],
  )
}
