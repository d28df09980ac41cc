import { demoApi } from '@hatch-book/contract'

import { useState } from 'react'
import { send } from './api'
import { useFigures } from './figures'
import { useSession } from './session'
import { useNotices } from './notices'

/** The demo's own clock: on by a day or a week, and the room does what it would have done. */
export function DemoDay({ may }: { may: boolean }) {
  const { today } = useSession()
  const figures = useFigures()
  const notification = useNotices()
  const [busy, setBusy] = useState(false)
  const advance = async (days: number) => {
    setBusy(true)
    try {
      const {
        happened,
        refused,
        today: next,
      } = await send(demoApi.advance, {
        body: {
          days,
        },
      })
      // The views ask again by themselves; the next day need not wait for them.
      notification.info({
        key: 'demo day',
        title: `It is ${figures.day(next)}`,
        description: `${happened} things happened in the room${refused > 0 ? `; ${refused} did not, because of what you wrote` : ''}.`,
      })
    } catch (error) {
      notification.error({ title: 'The day stands still', description: (error as Error).message })
    } finally {
      setBusy(false)
    }
  }
  return (
    <span>
      demo day <span className="fig nowrap">{figures.day(today)}</span>
      {may && (
        <>
          {' '}
          <button type="button" className="plain" disabled={busy} onClick={() => void advance(1)}>
            +1 day
          </button>{' '}
          <button type="button" className="plain" disabled={busy} onClick={() => void advance(7)}>
            +7
          </button>
        </>
      )}
    </span>
  )
}
