import { useState } from 'react'

/** A few words about the animal one stands in front of. */
export function NoteForm({ onSave, onClose }: { onSave(text: string): void; onClose(): void }) {
  const [text, setText] = useState('')
  return (
    <input
      autoFocus
      className="native w-full"
      aria-label="Note"
      placeholder="what you saw; Enter writes it"
      maxLength={4000}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose()
        if (e.key === 'Enter' && !e.nativeEvent.isComposing && text.trim()) onSave(text.trim())
      }}
    />
  )
}
