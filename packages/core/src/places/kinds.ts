/** What stands or hangs at a place and wears out. */
export const EQUIPMENT_KINDS = [
  ...([
    'UV lamp',
    'heat lamp',
    'heat mat',
    'thermostat',
    'probe',
    'filter',
    'pump',
    'timer',
    'other',
  ] as const),
] as const
export type EquipmentKind = (typeof EQUIPMENT_KINDS)[number]

/** For how many days a new one is usually good, where anybody can say: a lamp loses its UV long before its light. */
export const USUALLY_GOOD: Readonly<Partial<Record<EquipmentKind, number>>> = {
  'UV lamp': 365,
  'heat lamp': 365,
  filter: 30,
  probe: 730,
}

export const LONGEST_EQUIPMENT = 60
