import type { LiveReading } from '@hatch-book/contract'
import { useEffect, useState } from 'react'

/** What a unit's probe says, as it says it; null until it does. */
export function useLiveUnit(unitId: string | undefined): LiveReading | null {
  const [heard, setHeard] = useState<{ of: string; reading: LiveReading } | null>(null)
  useEffect(() => {
    if (!unitId) return
    const source = new EventSource(`/api/units/${unitId}/stream`)
    source.onmessage = ({ data }: MessageEvent<string>) =>
      setHeard({ of: unitId, reading: JSON.parse(data) as LiveReading })
    return () => source.close()
  }, [unitId])
  return heard?.of === unitId ? heard!.reading : null
}
