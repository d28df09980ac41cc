import { newId } from '@hatch-book/contract'
import type { FullBook } from './fullBook'
import { noon, TODAY } from './support'
import type { WholeBook } from './wholeBook'

/* What is sent by one valid request each, where it is longer than a line. */
export const GRID = { rows: 2, columns: 2 }
export const TUB = { size: 'small', areaM2: 0.06, litres: 6, most: 1 }
export const found = ({ female, box }: WholeBook) => ({
  ...{ id: newId(), entryId: newId(), kind: 'clutch', pairingId: null, damId: female, boxId: box },
  ...{ foundAt: noon(TODAY), laidFrom: noon(TODAY), laidTo: noon(TODAY), eggs: [{ id: newId() }] },
})
export const winter = (animalId: string) => ({
  ...{ name: 'A trial', anchor: { kind: 'pairing', day: '2026-09-01' }, hemisphere: 'south' },
  rests: [{ id: newId(), animalId }],
})
export const cohort = (f: FullBook) => ({
  ...{ name: 'S9', protocolId: f.protocolOf('PS'), kind: 'young', began: '2026-05-01' },
  ...{ line: '', generation: 2 },
  ...{ fertilised: 'mated', origin: '', fromId: f.cohort, placeId: f.tub, tubs: 1, litres: 5, heightMm: 300 },
  ...{ celsius: 25, thenC: null, thenFrom: null, hostPlant: '' },
})
export const FIG = { what: 'fig', parts: 2, turns: ['fig', 'mango'] }
export const MASH = { parts: [FIG], keepsDays: 4, portionShare: null, portionGrams: 3 }
export const figures = { 'readiness.female.grams.cautious': { value: 350 } }
export const edition = {
  ...{ scope: 'species', basedOn: 0, reason: 'ours are heavier', settings: { schools: {}, figures } },
}
