import { addressOf, climateApi, type LiveReading } from '@hatch-book/contract'
import { useEffect, useState } from 'react'

/** What the probe of a place says, as it says it; null until it does. */
export function useLivePlace(placeId: string | undefined): LiveReading | null {
  const [heard, setHeard] = useState<{ of: string; reading: LiveReading } | null>(null)
  useEffect(() => {
    if (!placeId) return
    const source = new EventSource(addressOf(climateApi.live, { params: { id: placeId } }))
    source.onmessage = ({ data }: MessageEvent<string>) =>
      setHeard({ of: placeId, reading: JSON.parse(data) as LiveReading })
    return () => source.close()
  }, [placeId])
  return heard?.of === placeId ? heard!.reading : null
}
