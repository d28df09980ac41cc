import type { InvitationMade } from '@hatch-book/contract'
import { Button, Input } from 'antd'
import { useState } from 'react'
import { useFigures } from '../shell/figures'

/** A link that was just made: shown this once, to be handed over by whatever way the two already talk. */
export function OpenedLink({ made, says }: { made: InvitationMade; says: string }) {
  const figures = useFigures()
  const [copied, setCopied] = useState(false)
  const address = `${location.origin}/join/${made.key}`
  return (
    <div className="note" role="status">
      <p>
        {says} It opens once, until {figures.instant(made.expiresAt)}, and is shown only now.
      </p>
      <div className="row gap-8">
        <Input aria-label="The link" readOnly value={address} onFocus={(e) => e.target.select()} />
        <Button
          onClick={() =>
            void navigator.clipboard
              ?.writeText(address)
              .then(() => setCopied(true))
              .catch(() => undefined)
          }
        >
          {copied ? 'Copied' : 'Copy'}
        </Button>
      </div>
    </div>
  )
}
