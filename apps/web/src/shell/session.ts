import type { Book, Member, Session } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api, refreshAll } from './api'

export function useSessionQuery() {
  return useQuery({ queryKey: ['session'], queryFn: () => api.get<Session>('/api/session') })
}

/** Who is here and in which book; only inside the shell, where somebody is. */
export function useSession(): { member: Member; book: Book; today: string; now: string } {
  const { data } = useSessionQuery()
  if (!data?.member || !data.book) throw new Error('used outside the shell')
  return { member: data.member, book: data.book, today: data.today, now: data.now }
}

/** Whether the member may decide and plan, or only write what they saw. */
export function useMay() {
  const { role } = useSession().member
  return { write: role !== 'viewer', decide: role === 'owner' || role === 'keeper', run: role === 'owner' }
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
