import { Button, Modal } from 'antd'
import { keepsUnsaved } from './unsaved'

/** Whether the page is left although something stands unsaved on it. */
export default function UnsavedDialog({ onLeave, onStay }: { onLeave(): void; onStay(): void }) {
  return (
    <Modal
      open
      title="This page has unsaved changes"
      onCancel={onStay}
      footer={[
        <Button key="leave" onClick={onLeave}>
          Leave without saving
        </Button>,
        <Button key="stay" type="primary" onClick={onStay}>
          Stay here
        </Button>,
      ]}
    >
      What you wrote is not in the book yet.{' '}
      {keepsUnsaved() && 'It is kept on this device until you come back.'}
    </Modal>
  )
}
