import { hourOfInstant } from '@hatch-book/core'
import { useEffect, useState } from 'react'
import { useSession } from './session'

const LOOK_EVERY_MS = 60_000

/** The hour of the book's clock; a view that stands open is drawn anew when another begins. */
export function useHour(): number {
  const { book, clock } = useSession()
  const now = () => hourOfInstant(Date.parse(clock()), book.zone)
  const [hour, setHour] = useState(now)
  useEffect(() => {
    const look = setInterval(() => setHour(now()), LOOK_EVERY_MS)
    return () => clearInterval(look)
  })
  return hour
}
