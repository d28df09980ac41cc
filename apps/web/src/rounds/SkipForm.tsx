import { useState } from 'react'
import { Keys } from '../parts/Keys'

const REASONS = ['in shed', 'resting or brooding', 'not in its tub', 'no time today', 'nothing to give it']

/** Why it is left for tomorrow: one key, or a few words. */
export function SkipForm({ onSkip, onClose }: { onSkip(reason: string): void; onClose(): void }) {
  const [typing, setTyping] = useState(false)
  const [words, setWords] = useState('')
  return (
    <section className="note" aria-label="Why it is skipped">
      <p>
        <strong>Left until tomorrow, because</strong>
      </p>
      {typing ? (
        <input
          autoFocus
          className="native w-full"
          aria-label="Reason"
          maxLength={200}
          value={words}
          onChange={(e) => setWords(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Escape') onClose()
            if (e.key === 'Enter' && !e.nativeEvent.isComposing && words.trim()) onSkip(words.trim())
          }}
        />
      ) : (
        <Keys
          acts={[
            ...REASONS.map((says, i) => ({ key: String(i + 1), says, act: () => onSkip(says) })),
            { key: String(REASONS.length + 1), says: 'something else …', act: () => setTyping(true) },
            { key: 'Escape', says: 'no, go on', act: onClose },
          ]}
        />
      )}
    </section>
  )
}
