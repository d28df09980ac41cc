import { useRef } from 'react'
import { useKeys } from '../shell/keys'
import { useCardFocus } from './useCardFocus'

export interface KeyAct {
  key: string
  says: string
  act(): void
  /** The usual outcome: large under a thumb. */
  main?: boolean
  disabled?: boolean
}

/**
 * The few keys that settle what is in front: pressed, clicked or tapped alike. They are heard only while their card has the focus: what is
 * typed elsewhere, or to nobody, writes nothing.
 * @param of whom they are about
 */
export function Keys({
  acts,
  of = '',
  active = true,
}: {
  acts: readonly KeyAct[]
  of?: string
  active?: boolean
}) {
  const row = useRef<HTMLDivElement>(null)
  const { shown, hears } = useCardFocus(row, of, active)
  useKeys(Object.fromEntries(acts.filter((a) => !a.disabled).map((a) => [a.key, a.act])), active, hears)
  return (
    <div ref={row} className={`keys ${active && !shown ? 'deaf' : ''}`}>
      {acts.map((a) => (
        <button
          key={a.key}
          type="button"
          className={a.main ? 'main' : ''}
          disabled={a.disabled}
          onClick={a.act}
        >
          <kbd>{a.key}</kbd> {a.says}
        </button>
      ))}
    </div>
  )
}
