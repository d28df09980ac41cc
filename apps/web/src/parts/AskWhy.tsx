import { Input, Modal } from 'antd'
import { useState, type ReactNode } from 'react'

/** Asks once more before something is taken out of what counts, and why; the reason may be empty. */
export function AskWhy({
  title,
  yes,
  children,
  onYes,
  onCancel,
}: {
  title: string
  /** What the button says that does it. */
  yes: string
  children: ReactNode
  /** Whether it is done. */
  onYes(reason: string): Promise<boolean>
  onCancel(): void
}) {
  const [reason, setReason] = useState('')
  return (
    <Modal
      title={title}
      open
      okText={yes}
      onCancel={onCancel}
      onOk={async () => {
        if (await onYes(reason.trim())) onCancel()
      }}
    >
      {children}
      <Input
        aria-label="Why"
        placeholder="why (may be empty)"
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        maxLength={200}
      />
    </Modal>
  )
}
