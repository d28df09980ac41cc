import { cornSnake, westernHognose, type Protocol } from '@hatch-book/core'

/*
 * Lantern Quay: a made-up breeding room in a former lamp-oil store beside a made-up estuary. Everybody and everything in
 * it is invented.
 */
export const BOOK_NAME = 'Lantern Quay'
export const SEED = 7
export const ZONE = 'Europe/Lisbon'
/** The first day of the log, and the last that is lived through. */
export const FIRST_DAY = '2025-09-01'
export const LAST_DAY = '2027-12-31'
export const DEFAULT_DEMO_DAY = '2027-05-27'

export const PASSWORD = 'lantern-quay'
export const MEMBERS = [
  { key: 'owner', name: 'Ottoline', email: 'ottoline@lantern-quay.example', role: 'owner' },
  { key: 'keeper', name: 'Barnaby', email: 'barnaby@lantern-quay.example', role: 'keeper' },
  { key: 'helper', name: 'Wren', email: 'wren@lantern-quay.example', role: 'helper' },
  { key: 'viewer', name: 'Isolde', email: 'isolde@lantern-quay.example', role: 'viewer' },
] as const

const LARGE_TUB = { size: 'large', areaM2: 0.54, litres: 70, most: 2 }
const MIDDLE_TUB = { size: 'middle', areaM2: 0.2, litres: 24, most: 2 }
const SMALL_TUB = { size: 'small', areaM2: 0.06, litres: 6, most: 1 }
export const RACKS = [
  { name: 'Rack A', tubs: 12, columns: 4, prefix: 'A', tub: LARGE_TUB },
  { name: 'Rack B', tubs: 12, columns: 4, prefix: 'B', tub: LARGE_TUB },
  { name: 'Nursery', tubs: 96, columns: 12, prefix: 'N', tub: SMALL_TUB },
] as const
export const INCUBATORS = [
  { name: 'H1', setPointC: 28, boxes: 10 },
  { name: 'H2', setPointC: 28.5, boxes: 10 },
  { name: 'H3', setPointC: 30.5, boxes: 8 },
] as const
/** Without a probe: the figure on its dial has to do. */
export const WARM_CUPBOARD = { name: 'Warm cupboard', setPointC: 25, boxes: 4 } as const
/** How the boxes are divided. */
export const BOX_GRID = { rows: 4, columns: 5 }
/** Lizards and insects live here. */
export const SIDE_RACK = { name: 'Rack D', tubs: 30, columns: 6, prefix: 'D', tub: MIDDLE_TUB } as const

export interface Founder {
  tag: string
  protocol: Protocol
  line: string
  sex: 'female' | 'male'
  hatched: { date: string; precision: 'day' | 'month' | 'year' | 'about'; widthDays?: number }
  /** The day it really hatched, which the room does not know. */
  truly: string
  /** Its weight against the curve of its species. */
  stretch: number
  tub: string
  dam?: string
  sire?: string
  origin: string
  /** Traits that it shows, and those it may carry with how sure the room is. */
  shows?: string[]
  carries?: [trait: string, certainty: number][]
}

const corn = (line: string) => ({ protocol: cornSnake, line })
const hog = (line: string) => ({ protocol: westernHognose, line })
const LAMPLIGHT = corn('Lamplight corn')
const TIDEWRACK = corn('Tidewrack corn')
const SANDBAR = hog('Sandbar hognose')
const MARRAM = hog('Marram hognose')

/** What some are called beside their tags, as in any room. */
export const CALLED: Readonly<Record<string, string>> = {
  ...{ C02: 'Ember', C09: 'Alder', C11: 'Clove', C15: 'Bracken', C17: 'Slate', C23: 'Saffron' },
  ...{ C31: 'Juniper', C37: 'Hazel', H04: 'Thrift', H10: 'Teasel', H12: 'Sorrel', M04: 'Limpet' },
  ...{ L02: 'Pebble', L05: 'Willow', L07: 'Fern', B01: 'Barley', B02: 'Marjoram', B03: 'Tansy' },
}

export const FOUNDERS: readonly Founder[] = [
  {
    tag: 'C02',
    ...LAMPLIGHT,
    sex: 'male',
    hatched: { date: '2021-07-14', precision: 'day' },
    truly: '2021-07-14',
    stretch: 1.02,
    tub: 'A1',
    origin: 'hatched here',
    shows: ['amelanistic'],
    carries: [['anerythristic', 1]],
  },
  {
    tag: 'C09',
    ...LAMPLIGHT,
    sex: 'male',
    hatched: { date: '2022-08', precision: 'month' },
    truly: '2022-08-11',
    stretch: 0.97,
    tub: 'A2',
    origin: 'swapped with a neighbour',
    carries: [
      ['amelanistic', 1],
      ['anerythristic', 0.5],
    ],
  },
  {
    tag: 'C11',
    ...LAMPLIGHT,
    sex: 'female',
    hatched: { date: '2020-07-30', precision: 'day' },
    truly: '2020-07-30',
    stretch: 1.0,
    tub: 'A3',
    origin: 'hatched here',
    carries: [['amelanistic', 1]],
  },
  {
    tag: 'C15',
    ...LAMPLIGHT,
    sex: 'female',
    hatched: { date: '2022', precision: 'year' },
    truly: '2022-07-02',
    stretch: 0.95,
    tub: 'A4',
    dam: 'C11',
    sire: 'C02',
    origin: 'hatched here',
    carries: [
      ['amelanistic', 1],
      ['anerythristic', 0.5],
    ],
  },
  {
    tag: 'C23',
    ...LAMPLIGHT,
    sex: 'female',
    hatched: { date: '2021-08-20', precision: 'day' },
    truly: '2021-08-20',
    stretch: 1.06,
    tub: 'A5',
    origin: 'hatched here',
    shows: ['hypomelanistic'],
  },
  {
    tag: 'C17',
    ...TIDEWRACK,
    sex: 'male',
    hatched: { date: '2022-06-18', precision: 'day' },
    truly: '2022-06-18',
    stretch: 1.05,
    tub: 'A6',
    origin: 'a market, parents unknown',
    shows: ['anerythristic'],
    carries: [['motley', 0.5]],
  },
  {
    tag: 'C28',
    ...TIDEWRACK,
    sex: 'female',
    hatched: { date: '2021', precision: 'year' },
    truly: '2021-09-01',
    stretch: 0.99,
    tub: 'A7',
    origin: 'a market, parents unknown',
    carries: [['motley', 0.67]],
  },
  {
    tag: 'C31',
    ...TIDEWRACK,
    sex: 'female',
    hatched: { date: '2024-08-20', precision: 'about', widthDays: 30 },
    truly: '2024-08-11',
    stretch: 0.8,
    tub: 'A8',
    origin: 'came as a yearling, age by guess',
  },
  {
    tag: 'C33',
    ...TIDEWRACK,
    sex: 'female',
    hatched: { date: '2021-06-25', precision: 'day' },
    truly: '2021-06-25',
    stretch: 1.03,
    tub: 'A9',
    origin: 'hatched here',
    shows: ['motley'],
  },
  {
    tag: 'C37',
    ...TIDEWRACK,
    sex: 'male',
    hatched: { date: '2025-07-05', precision: 'day' },
    truly: '2025-07-05',
    stretch: 0.96,
    tub: 'A10',
    dam: 'C33',
    sire: 'C17',
    origin: 'held back',
  },
  {
    tag: 'H04',
    ...SANDBAR,
    sex: 'female',
    hatched: { date: '2021-08-02', precision: 'day' },
    truly: '2021-08-02',
    stretch: 1.04,
    tub: 'B1',
    origin: 'hatched here',
    carries: [['axanthic', 1]],
  },
  {
    tag: 'H07',
    ...SANDBAR,
    sex: 'female',
    hatched: { date: '2020-09', precision: 'month' },
    truly: '2020-09-18',
    stretch: 1.08,
    tub: 'B2',
    origin: 'hatched here',
  },
  {
    tag: 'H09',
    ...SANDBAR,
    sex: 'male',
    hatched: { date: '2022-07-22', precision: 'day' },
    truly: '2022-07-22',
    stretch: 1.0,
    tub: 'B3',
    origin: 'swapped with a neighbour',
    shows: ['axanthic'],
  },
  {
    tag: 'H10',
    ...MARRAM,
    sex: 'male',
    hatched: { date: '2023-08-15', precision: 'day' },
    truly: '2023-08-15',
    stretch: 0.98,
    tub: 'B4',
    origin: 'a market, parents unknown',
    carries: [['axanthic', 0.67]],
  },
  {
    tag: 'H12',
    ...MARRAM,
    sex: 'female',
    hatched: { date: '2022-08-28', precision: 'day' },
    truly: '2022-08-28',
    stretch: 1.02,
    tub: 'B5',
    origin: 'a market, parents unknown',
  },
  {
    tag: 'H14',
    ...MARRAM,
    sex: 'female',
    hatched: { date: '2024-07-30', precision: 'day' },
    truly: '2024-07-30',
    stretch: 0.93,
    tub: 'B6',
    dam: 'H12',
    sire: 'H10',
    origin: 'held back',
  },
]
