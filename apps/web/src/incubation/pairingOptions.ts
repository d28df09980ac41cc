import type { PairingView } from '@hatch-book/contract'

/** Pairings that eggs may come of, those that still wait for their first clutch before the others: a pair may well lay twice. */
export const pairingOptions = (pairings: readonly PairingView[]) =>
  pairings
    .filter((p) => p.state !== 'withdrawn')
    .sort((a, b) => Number(a.clutchId !== null) - Number(b.clutchId !== null))
    .map((p) => ({
      value: p.id,
      label: `${p.female.tag} × ${p.male.tag}${p.clutchId === null ? '' : ', another clutch'}`,
    }))
