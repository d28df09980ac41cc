import { lazy, Suspense, useEffect } from 'react'
import { useBlocker } from 'react-router'
import { holdsUnsaved, keepsUnsaved, useHoldsUnsaved } from './unsaved'

const UnsavedDialog = lazy(() => import('./UnsavedDialog'))

/** Asks whoever leaves a page on which something stands unsaved; on every other it is not there at all. */
export const UnsavedGuard = () => (useHoldsUnsaved() ? <Guard /> : null)

function Guard() {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) =>
      currentLocation.pathname !== nextLocation.pathname && holdsUnsaved(),
  )
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => holdsUnsaved() && !keepsUnsaved() && event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [])
  if (blocker.state !== 'blocked') return null
  return (
    <Suspense fallback={null}>
      <UnsavedDialog onLeave={() => blocker.proceed()} onStay={() => blocker.reset()} />
    </Suspense>
  )
}
