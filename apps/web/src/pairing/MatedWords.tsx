import type { PairingView } from '@hatch-book/contract'
import { percent } from './words'

/** What was seen means: how likely they mated. */
export function MatedWords({ pairing: { mated, missed, receptive, state } }: { pairing: PairingView }) {
  if (state === 'planned' || state === 'withdrawn') return null
  if (missed) return <strong className="bad">Her season is missed.</strong>
  const says =
    mated >= 0.85
      ? 'Mated'
      : mated >= 0.5
        ? 'Probably mated'
        : mated > 0.05
          ? 'Hardly mated yet'
          : 'Not mated yet'
  return (
    <>
      <strong className={mated >= 0.5 ? 'good' : ''}>{says}</strong>
      {mated > 0 && mated < 1 && <span className="fig"> {percent(mated)}</span>}.
      {mated < 0.85 && receptive && <> Try again while she is receptive.</>}
    </>
  )
}
