import { Input } from 'antd'
import { useState } from 'react'

/** A few words about the animal one stands in front of. */
export function NoteForm({ onSave, onClose }: { onSave(text: string): void; onClose(): void }) {
  const [text, setText] = useState('')
  return (
    <Input
      autoFocus
      size="large"
      aria-label="Note"
      placeholder="what you saw; Enter writes it"
      maxLength={4000}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onPressEnter={() => text.trim() && onSave(text.trim())}
      onKeyDown={(e) => e.key === 'Escape' && onClose()}
    />
  )
}
