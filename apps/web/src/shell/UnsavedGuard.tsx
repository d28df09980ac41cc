import { Button, Modal } from 'antd'
import { useEffect } from 'react'
import { useBlocker } from 'react-router'
import { holdsUnsaved, keepsUnsaved, useHoldsUnsaved } from './unsaved'

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
    <Modal
      open
      title="This page has unsaved changes"
      onCancel={() => blocker.reset()}
      footer={[
        <Button key="leave" onClick={() => blocker.proceed()}>
          Leave without saving
        </Button>,
        <Button key="stay" type="primary" onClick={() => blocker.reset()}>
          Stay here
        </Button>,
      ]}
    >
      What you wrote is not in the book yet.{' '}
      {keepsUnsaved() && 'It is kept on this device until you come back.'}
    </Modal>
  )
}
