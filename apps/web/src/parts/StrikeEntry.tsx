import type { Entry } from '@hatch-book/contract'
import { entryInWords } from '@hatch-book/core'
import { useState } from 'react'
import { useFigures } from '../shell/figures'
import { strikingOf, useLog } from '../shell/log'
import { useSession } from '../shell/session'
import { AskWhy } from './AskWhy'
import { WhatFollows } from './WhatFollows'

/** Asks before an entry is struck out: what it says, what depends on it, and why. */
export function StrikeEntry({ entry, onDone }: { entry: Entry; onDone(): void }) {
  const figures = useFigures()
  const { clock } = useSession()
  const { strike } = useLog()
  const [isSent, setSent] = useState(false)
  const [tried] = useState(() => strikingOf([entry], '', clock()))
  return (
    <AskWhy
      title="Strike this entry out?"
      yes="Strike it out"
      onYes={async (reason) => {
        setSent(true)
        const done = await strike([entry], reason, 'Struck out')
        if (!done) setSent(false)
        return done
      }}
      onCancel={onDone}
    >
      <p>{entryInWords(entry, figures)}</p>
      <p className="quiet">It stays in the log, crossed out, and no longer counts.</p>
      <WhatFollows entries={isSent ? null : tried} />
    </AskWhy>
  )
}
