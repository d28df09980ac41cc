export { equipmentWork, replaceOn, type Fitted } from './equipment'
export { careOfPlace, type PlaceTask } from './ownCare'
export { EQUIPMENT_KINDS, LONGEST_EQUIPMENT, USUALLY_GOOD, type EquipmentKind } from './kinds'
