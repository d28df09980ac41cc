import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react'
import { useLocation } from 'react-router'
import css from './frame.module.css'

/**
 * What is said over every page: it has room of its own on a page that opens with it, and lies over the page where it comes later, so that
 * nothing moves under a thumb.
 */
export function Alerts({ children }: { children: ReactNode }) {
  const { key } = useLocation()
  const said = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(0)
  const measure = () => setRoom(said.current?.offsetHeight ?? 0)
  useLayoutEffect(measure, [key])
  useEffect(() => {
    window.addEventListener('resize', measure)
    return () => window.removeEventListener('resize', measure)
  }, [])
  return (
    <div className={`${css.alerts} no-print`} style={{ height: room }}>
      <div ref={said}>{children}</div>
    </div>
  )
}
