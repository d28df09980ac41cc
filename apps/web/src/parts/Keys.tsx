import { useKeys } from '../shell/keys'

export interface KeyAct {
  key: string
  says: string
  act(): void
  /** The usual outcome: large under a thumb. */
  main?: boolean
  disabled?: boolean
}

/** A key as the browser names it. */
const nameOf = (key: string) => (key === 'Space' ? ' ' : key.length === 1 ? key.toLowerCase() : key)

/** The few keys that settle what is in front: pressed, clicked or tapped alike. */
export function Keys({ acts, active = true }: { acts: readonly KeyAct[]; active?: boolean }) {
  useKeys(Object.fromEntries(acts.filter((a) => !a.disabled).map((a) => [nameOf(a.key), a.act])), active)
  return (
    <div className="keys">
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
