import { EQUIPMENT_KINDS, TIMES_OF_DAY } from '@hatch-book/core'
import * as v from 'valibot'
import { Celsius, DaySchema, Id, InstantSchema, Line } from '../common'
import { WorkView } from '../rounds'

export const PLACE_KINDS = ['room', 'rack', 'shelf', 'tub', 'incubator', 'box', 'unit', 'outdoors'] as const
export const UNIT_MAKES = ['fridge', 'cooler', 'room', 'shed', 'cupboard', 'frame'] as const

/** What a tub is: its size by name, its floor or water, and how many it holds at most. */
export const TubMeasure = v.object({
  size: Line(40),
  areaM2: v.nullable(v.pipe(v.number(), v.gtValue(0, 'a floor is more than nothing'), v.maxValue(1000))),
  litres: v.nullable(v.pipe(v.number(), v.gtValue(0, 'more than nothing'), v.maxValue(100_000))),
  most: v.pipe(v.number(), v.integer('whole animals'), v.minValue(1, 'one at least'), v.maxValue(1000)),
})
export type TubMeasure = v.InferOutput<typeof TubMeasure>

const GridSide = (what: string) =>
  v.pipe(
    v.number(),
    v.integer(`whole ${what}`),
    v.minValue(1, `one of the ${what} at least`),
    v.maxValue(40, `at most 40 ${what}`),
  )

const BoxGrid = v.object({
  rows: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(20, 'at most 20 rows')),
  columns: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(20, 'at most 20 columns')),
})

export const PlaceSchema = v.object({
  id: Id,
  kind: v.picklist(PLACE_KINDS),
  name: v.string(),
  parentId: v.nullable(Id),
  setPointC: v.nullable(v.number()),
  /** How a box or a rack is divided. */
  grid: v.nullable(v.object({ rows: v.number(), columns: v.number() })),
  probeId: v.nullable(Id),
  tub: v.nullable(TubMeasure),
  /** In a rack counted row by row from the top left. */
  position: v.nullable(v.number()),
})
export type Place = v.InferOutput<typeof PlaceSchema>
export const PlaceList = v.object({ places: v.array(PlaceSchema) })
export const PlaceDraft = v.object({
  id: Id,
  kind: v.picklist(PLACE_KINDS, 'choose what kind of place it is'),
  name: Line(60),
  parentId: v.optional(v.nullable(Id), null),
  setPointC: v.optional(v.nullable(Celsius), null),
  /** Of a box: how it is divided, so that each egg has its place. */
  grid: v.optional(v.nullable(BoxGrid), null),
  /** Of a tub: what it measures, and its place in the rack. */
  tub: v.optional(v.nullable(TubMeasure), null),
  position: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1599))), null),
  /** Whether it is to have a probe, where it would not have one anyway. */
  probe: v.optional(v.boolean(), false),
  /** Of a unit: what it is, and how much it holds. */
  make: v.optional(v.picklist(UNIT_MAKES, 'choose what kind of unit it is'), 'fridge'),
  litres: v.optional(v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1_000_000))), null),
})

/** An incubator with its boxes, made at once: side by side, or so many on each shelf. */
export const IncubatorDraft = v.object({
  id: Id,
  name: Line(60),
  setPointC: Celsius,
  shelves: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(10, 'at most 10 shelves')),
  boxes: v.pipe(
    v.number('enter how many boxes'),
    v.integer(),
    v.minValue(1, 'one box at least'),
    v.maxValue(60, 'at most 60 boxes'),
  ),
  grid: BoxGrid,
})
export const IncubatorMade = v.object({ id: Id, boxes: v.number() })

/** A rack of tubs, made at once: rows times columns of one size. */
export const RackDraft = v.object({
  id: Id,
  name: Line(40),
  /** Letters before the number of each tub. */
  prefix: v.pipe(v.string(), v.trim(), v.maxLength(8, 'at most 8 letters')),
  roomId: v.nullable(Id),
  rows: GridSide('rows'),
  columns: GridSide('columns'),
  tub: TubMeasure,
})
export type RackDraft = v.InferOutput<typeof RackDraft>
export const RackMade = v.object({ id: Id, tubs: v.number() })
/** Tubs of a rack that are of another size than it was thought. */
export const TubsChange = v.object({
  ids: v.pipe(v.array(Id), v.minLength(1), v.maxLength(1600)),
  tub: TubMeasure,
})
export const PlacesChanged = v.object({ changed: v.number() })

/** What stands or hangs at a place, each piece as it was last fitted. */
export const EquipmentView = v.object({
  equipment: v.string(),
  kind: v.picklist(EQUIPMENT_KINDS),
  fittedOn: DaySchema,
  replaceOn: v.nullable(DaySchema),
  replaceDays: v.nullable(v.number()),
  /** Of a timer: to how many hours of light it was last set, and how many are wanted today; null of all else. */
  light: v.nullable(
    v.object({
      set: v.nullable(v.object({ hours: v.number(), on: DaySchema })),
      wanted: v.nullable(v.number()),
    }),
  ),
})
export type EquipmentView = v.InferOutput<typeof EquipmentView>

/** What is repeated at a place whoever lives in it. */
export const PlaceTaskView = v.object({
  task: v.string(),
  everyDays: v.number(),
  at: v.array(v.picklist(TIMES_OF_DAY)),
  mayBeLeft: v.boolean(),
  /** When it falls due next. */
  due: v.nullable(DaySchema),
})
export type PlaceTaskView = v.InferOutput<typeof PlaceTaskView>

/** One tub as it stands. */
export const TubView = v.object({
  id: Id,
  name: v.string(),
  tub: v.nullable(TubMeasure),
  position: v.nullable(v.number()),
  /** Dirty since, or not; null for clean. */
  soiledSince: v.nullable(InstantSchema),
  cleanedAt: v.nullable(InstantSchema),
  /** Water, misting and all other care that those who live there ask for, each as it falls due next. */
  care: v.array(WorkView),
  equipment: v.array(EquipmentView),
  tasks: v.array(PlaceTaskView),
  /** Who has outgrown it, and why. */
  tooSmall: v.array(v.string()),
  /** How its UV light stands for who lives there; null where nobody there is said to want any. */
  uv: v.nullable(v.object({ says: v.string(), standing: v.picklist(['well', 'outside']) })),
  animals: v.array(
    v.object({
      id: Id,
      tag: v.string(),
      species: v.string(),
      line: v.string(),
      stage: v.string(),
      mealDue: v.nullable(DaySchema),
      flag: v.string(),
    }),
  ),
  /** Those who share it are to be parted by. */
  partBy: v.nullable(DaySchema),
  /** How its air stands for who lives there, in words; empty where no probe tells. */
  air: v.string(),
  airStanding: v.nullable(v.picklist(['well', 'outside', 'alarm'])),
})
export type TubView = v.InferOutput<typeof TubView>
export const RackView = v.object({
  id: Id,
  name: v.string(),
  kind: v.picklist(PLACE_KINDS),
  roomId: v.nullable(Id),
  rows: v.number(),
  columns: v.number(),
  equipment: v.array(EquipmentView),
  tasks: v.array(PlaceTaskView),
  tubs: v.array(TubView),
})
export type RackView = v.InferOutput<typeof RackView>
export const Rooms = v.object({
  rooms: v.array(
    v.object({
      id: v.nullable(Id),
      name: v.string(),
      equipment: v.array(EquipmentView),
      tasks: v.array(PlaceTaskView),
      racks: v.array(RackView),
    }),
  ),
  /** Animals that are here and in no tub. */
  homeless: v.array(v.object({ id: Id, tag: v.string(), species: v.string() })),
})
export type Rooms = v.InferOutput<typeof Rooms>

export const MoveQuestion = v.object({ animalId: Id, placeId: Id })
/** Whether an animal may move in there: what speaks against it, gravest first. */
export const MoveAnswer = v.object({ faults: v.array(v.string()), says: v.string() })
export type MoveAnswer = v.InferOutput<typeof MoveAnswer>

/** Sheets that labels and cards are printed on, in millimetres. */
export const LABEL_SHEETS = {
  'a4-24': {
    name: 'A4, 24 labels of 70 × 37 mm',
    page: [210, 297],
    columns: 3,
    rows: 8,
    width: 70,
    height: 37,
    left: 0,
    top: 0.5,
    gapX: 0,
    gapY: 0,
  },
  'a4-65': {
    name: 'A4, 65 labels of 38.1 × 21.2 mm',
    page: [210, 297],
    columns: 5,
    rows: 13,
    width: 38.1,
    height: 21.2,
    left: 4.75,
    top: 10.7,
    gapX: 2.5,
    gapY: 0,
  },
  'a4-14': {
    name: 'A4, 14 labels of 99.1 × 38.1 mm',
    page: [210, 297],
    columns: 2,
    rows: 7,
    width: 99.1,
    height: 38.1,
    left: 4.65,
    top: 15.15,
    gapX: 2.5,
    gapY: 0,
  },
  'letter-30': {
    name: 'Letter, 30 labels of 66.7 × 25.4 mm',
    page: [215.9, 279.4],
    columns: 3,
    rows: 10,
    width: 66.675,
    height: 25.4,
    left: 4.7625,
    top: 12.7,
    gapX: 3.175,
    gapY: 0,
  },
  'card-a6': {
    name: 'Index card A6, one a page',
    page: [148, 105],
    columns: 1,
    rows: 1,
    width: 148,
    height: 105,
    left: 0,
    top: 0,
    gapX: 0,
    gapY: 0,
  },
  'card-3x5': {
    name: 'Index card 127 × 76.2 mm, one a page',
    page: [127, 76.2],
    columns: 1,
    rows: 1,
    width: 127,
    height: 76.2,
    left: 0,
    top: 0,
    gapX: 0,
    gapY: 0,
  },
} as const
export type LabelSheet = keyof typeof LABEL_SHEETS
export const LabelOrder = v.object({
  sheet: v.picklist(Object.keys(LABEL_SHEETS) as LabelSheet[], 'choose a sheet'),
  /** Tubs or animals, in the order in which they are printed. */
  placeIds: v.optional(v.pipe(v.array(Id), v.maxLength(2000, 'at most 2000 at once')), []),
  animalIds: v.optional(v.pipe(v.array(Id), v.maxLength(2000, 'at most 2000 at once')), []),
  /** Labels of the first sheet that are used up already. */
  skip: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(64)), 0),
  /** A hairline round each label, to see whether the sheet lies straight. */
  outline: v.optional(v.boolean(), false),
})
export type LabelOrder = v.InferInput<typeof LabelOrder>
