import {
  addressOf,
  booksApi,
  may,
  touchedTogether,
  type Book,
  type BookChanged,
  type Member,
  type Session,
  type Touched,
} from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { createContext, useContext, useEffect } from 'react'
import { PAGE, refreshTouched, useAsk } from './api'

export function useSessionQuery() {
  return useAsk(booksApi.session)
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

/** Who is here and in which book, by their identities; null before somebody has signed in. */
export function useWhoIsHere(): { memberId: string; bookId: string } | null {
  const query = useSessionQuery()
  const data = useContext(FrameSession)?.session ?? query.data
  return data?.member && data.book ? { memberId: data.member.id, bookId: data.book.id } : null
}

/** What the member may do here. */
export function useMay() {
  const { role } = useSession().member
  return {
    write: may(role, 'write in the log'),
    decide: may(role, 'decide and plan'),
    seesBuyers: may(role, 'see who buys'),
    run: may(role, 'run the book'),
  }
}

const GATHERED_MS = 200

/**
 * What is written elsewhere shows here without asking: whatever rests on it is asked for again. A view that is still being asked for is
 * never asked for again from the start: what came meanwhile is asked for once it is there, so that a busy room cannot keep a slow view from
 * ever arriving.
 */
export function useLiveChanges(): void {
  useEffect(() => {
    const source = new EventSource(addressOf(booksApi.liveChanges))
    let waiting: ReturnType<typeof setTimeout> | undefined
    let asking = false
    let heard: Touched[] = []
    const askAgain = async () => {
      if (asking) return
      asking = true
      while (heard.length > 0) {
        const touched = touchedTogether(heard)
        heard = []
        await refreshTouched(touched)
      }
      asking = false
    }
    const hear = (touched: Touched) => {
      heard.push(touched)
      clearTimeout(waiting)
      waiting = setTimeout(() => void askAgain(), GATHERED_MS)
    }
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const { touched, from } = JSON.parse(data) as BookChanged
      // What this page wrote itself it has asked for already.
      if (from !== PAGE) hear(touched)
    }
    let cut = false
    source.onerror = () => (cut = true)
    // Nobody knows what was said while the line was cut.
    source.onopen = () => {
      if (cut) hear('everything')
      cut = false
    }
    return () => {
      clearTimeout(waiting)
      source.close()
    }
  }, [])
}
