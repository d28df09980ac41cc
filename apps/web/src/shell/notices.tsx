import { notification } from 'antd'
import { createContext, useContext, type ReactNode } from 'react'

type Notices = ReturnType<typeof notification.useNotification>[0]
const Notices = createContext<Notices | null>(null)

/** What is said in passing, over whatever page is open. */
export function NoticesOver({ children }: { children: ReactNode }) {
  // In the middle, clear of the buttons of a sheet at the side; a pointer that happens to rest there holds nothing up.
  const [notices, shown] = notification.useNotification({
    placement: 'bottom',
    pauseOnHover: false,
    maxCount: 2,
  })
  return (
    <Notices value={notices}>
      {shown}
      {children}
    </Notices>
  )
}

/** Says something in passing; the page is left as it is. */
export function useNotices(): Notices {
  const notices = useContext(Notices)
  if (!notices) throw new Error('used outside the lights')
  return notices
}
