import type { Scene } from './queries'

/** A share as keepers read it: whole per cents, finer ones only where they are small. */
export function percent(share: number): string {
  if (share <= 0) return '0 %'
  if (share >= 1) return '100 %'
  const value = share * 100
  return value < 0.1
    ? 'under 0.1 %'
    : value < 20 && value % 1 > 0.05 && value % 1 < 0.95
      ? `${value.toFixed(1)} %`
      : `${Math.min(99, Math.round(value))} %`
}

const MOST_PARTS = 9

/** Chances that crosses give as the fraction one thinks in, such as 1/16; otherwise in per cent. */
export function fraction(share: number): string {
  if (share <= 0) return '0'
  if (share >= 1 - 1e-9) return 'all'
  for (const whole of [2, 3, 4, 8, 16, 32, 64, 128, 256]) {
    const parts = share * whole
    // A belief is never quite a half: what is as good as a small fraction is read as one.
    if (Math.round(parts) <= MOST_PARTS && Math.abs(parts - Math.round(parts)) < 0.004 * Math.round(parts))
      return `${Math.round(parts)}/${whole}`
  }
  return percent(share)
}

export const kinWords = (
  inbreeding: number,
  kin: Scene['rules']['kin'],
): { says: string; className: string } => {
  if (inbreeding >= kin.block - 1e-9) return { says: 'far too close', className: 'bad' }
  if (inbreeding >= kin.alarm - 1e-9) return { says: 'too close', className: 'bad' }
  if (inbreeding >= kin.warn - 1e-9) return { says: 'close', className: 'warm' }
  return { says: inbreeding > 0 ? 'distant kin' : 'not related', className: '' }
}

/** An animal's genes as one would say them. */
export function genesInWords(words: Scene['mates'][number]['words']): string {
  const told = words.map(({ trait, as, chance }) => {
    const named = as === 'carries' ? `het ${trait}` : trait
    return chance >= 0.995 ? named : `${percent(chance)} ${named}`
  })
  return told.length > 0 ? told.join(', ') : 'nothing said'
}
