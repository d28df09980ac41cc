import type { Book, Member, Session } from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { useQuery } from '@tanstack/react-query'
import { createContext, useContext, useEffect } from 'react'
import { api, refreshAll } from './api'

export function useSessionQuery() {
  return useQuery({ queryKey: ['session'], queryFn: () => api.get<Session>('/api/session') })
}

/**
 * Who was here when the frame was drawn. The frame alone decides when nobody is any more: a view within it that is drawn once more while
 * somebody signs out must not find itself without anybody.
 */
export const FrameSession = createContext<{ session: Session; readAt: number } | null>(null)

/** Who is here and in which book; only inside the shell, where somebody is. */
export function useSession(): {
  member: Member
  book: Book
  today: string
  now: string
  /** The book's clock at the moment of asking, even when the server has not answered for days. */
  clock(): string
} {
  const query = useSessionQuery()
  const framed = useContext(FrameSession)
  const data = framed?.session ?? query.data
  const dataUpdatedAt = framed?.readAt ?? query.dataUpdatedAt
  if (!data?.member || !data.book) throw new Error('used outside the shell')
  const { member, book, now, today } = data
  const clock = () =>
    book.demoDay ? now : new Date(Date.parse(now) + Date.now() - dataUpdatedAt).toISOString()
  return {
    ...{ member, book, now, clock },
    today: book.demoDay ? today : dayOfInstant(Date.parse(clock()), book.zone),
  }
}

/** Whether the member may decide and plan, or only write what they saw; see who buys and for how much; and run the book. */
export function useMay() {
  const { role } = useSession().member
  const decide = role === 'owner' || role === 'keeper'
  return { write: role !== 'viewer', decide, seesBuyers: decide, run: role === 'owner' }
}

const GATHERED_MS = 200

/**
 * Another device's entries show here without asking. A view that is still being asked for is never asked for again from the
 * start: what came meanwhile is asked for once it is there, so that a busy room cannot keep a slow view from ever arriving.
 */
export function useLiveChanges(): void {
  useEffect(() => {
    const source = new EventSource('/api/live')
    let waiting: ReturnType<typeof setTimeout> | undefined
    let asking = false
    let more = false
    const ask = async () => {
      if (asking) {
        more = true
        return
      }
      asking = true
      await refreshAll()
      asking = false
      if (more) {
        more = false
        void ask()
      }
    }
    source.onmessage = () => {
      clearTimeout(waiting)
      waiting = setTimeout(() => void ask(), GATHERED_MS)
    }
    return () => {
      clearTimeout(waiting)
      source.close()
    }
  }, [])
}
