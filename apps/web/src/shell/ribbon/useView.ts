import { useRef, useState, type PointerEvent } from 'react'

/** What stretch of days is seen: so many, from so many days after the ribbon's first. */
export interface View {
  shift: number
  days: number
}

/** Some fourteen months. */
export const WIDEST = 425
const NARROWEST = 45
const FURTHEST = 180
/** A hand that shakes does not drag. */
const STILL_DAYS = 2
const STEP = 1.4

const within = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value))
const bounded = ({ shift, days }: View): View => {
  const shown = Math.round(within(days, NARROWEST, WIDEST))
  return { days: shown, shift: Math.round(within(shift, -FURTHEST, WIDEST - shown + FURTHEST)) }
}

/** The view of the ribbon: dragged by a pointer, widened and narrowed by two fingers or keys. */
export function useView(pixels: number, left: number) {
  const [view, setView] = useState<View>({ shift: 0, days: WIDEST })
  const hands = useRef(new Map<number, number>())
  const grip = useRef<{ x: number; gap: number; view: View } | null>(null)
  const moved = useRef(false)

  const spread = () => {
    const [a, b] = [...hands.current.values()]
    return a === undefined
      ? null
      : { x: b === undefined ? a : (a + b) / 2, gap: b === undefined ? 0 : Math.abs(a - b) }
  }
  const take = () => {
    const now = spread()
    grip.current = now && { ...now, view }
  }
  /** Widens or narrows round a share of what is seen, 0 to 1 from the left. */
  const zoomed = (from: View, times: number, at: number): View => {
    const days = within(from.days * times, NARROWEST, WIDEST)
    return bounded({ days, shift: from.shift + (from.days - days) * at })
  }
  const drag = {
    onPointerDown: (e: PointerEvent<SVGSVGElement>) => {
      hands.current.set(e.pointerId, e.clientX)
      if (hands.current.size === 1) moved.current = false
      take()
    },
    onPointerMove: (e: PointerEvent<SVGSVGElement>) => {
      if (!hands.current.has(e.pointerId)) return
      hands.current.set(e.pointerId, e.clientX)
      const now = spread()
      const { current: from } = grip
      if (!now || !from) return
      const days = ((from.x - now.x) / pixels) * from.view.days
      if (!moved.current && from.gap === 0 && Math.abs(days) <= STILL_DAYS) return
      // Taken over only once it moves: a tap is still a tap of what lies under it.
      if (!moved.current) e.currentTarget.setPointerCapture(e.pointerId)
      moved.current = true
      const { left: edge } = e.currentTarget.getBoundingClientRect()
      const at = within((now.x - edge - left) / pixels, 0, 1)
      const wider = from.gap > 0 && now.gap > 0 ? zoomed(from.view, from.gap / now.gap, at) : from.view
      setView(bounded({ ...wider, shift: wider.shift + days }))
    },
    onPointerUp: (e: PointerEvent<SVGSVGElement>) => letGo(e.pointerId),
    onPointerCancel: (e: PointerEvent<SVGSVGElement>) => letGo(e.pointerId),
  }
  function letGo(id: number) {
    hands.current.delete(id)
    take()
  }
  return {
    ...{ view, drag },
    /** Whether the last touch dragged: the click that ends it opens nothing. */
    dragged: () => moved.current,
    move: (days: number) => setView((v) => bounded({ ...v, shift: v.shift + days })),
    /** Wider or narrower round a day, counted from the ribbon's first. */
    zoom: (wider: boolean, day: number) =>
      setView((v) => zoomed(v, wider ? STEP : 1 / STEP, within((day - v.shift) / v.days, 0, 1))),
    /** Moves only as far as is wanted for a stretch to be seen. */
    show: (first: number, last: number) =>
      setView((v) => {
        if (last > v.shift && first < v.shift + v.days) return v
        return bounded({ ...v, shift: (first + last - v.days) / 2 })
      }),
    home: () => setView({ shift: 0, days: WIDEST }),
    isHome: view.shift === 0 && view.days === WIDEST,
  }
}
