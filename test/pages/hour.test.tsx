import './dom'
import type { Book, Member } from '@hatch-book/contract'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, renderHook } from '@testing-library/react'
import type { ReactNode } from 'react'
import { FrameSession } from '../../apps/web/src/shell/session'
import { useHour } from '../../apps/web/src/shell/useHour'

/* A view that stands open over the hour: the evening's work comes without anybody touching it. */
test('the hour is the book’s own, and another begins by itself', () => {
  jest.useFakeTimers()
  const readAt = Date.now()
  const book = { id: 'b', zone: 'Europe/Berlin', demoDay: null } as unknown as Book
  const session = {
    ...{ member: {} as Member, book, now: '2026-05-20T12:58:00.000Z', today: '2026-05-20' },
  } as never
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={new QueryClient()}>
      <FrameSession.Provider value={{ session, readAt }}>{children}</FrameSession.Provider>
    </QueryClientProvider>
  )
  const { result } = renderHook(() => useHour(), { wrapper })
  expect(result.current).toBe(14)
  act(() => jest.advanceTimersByTime(3 * 60_000))
  expect(result.current).toBe(15)
  jest.useRealTimers()
})
