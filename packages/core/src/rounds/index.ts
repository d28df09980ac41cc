export { planAbsence, type Absence, type AbsencePlan, type PlannedWork } from './absence'
export { byUrgency, onDay, repeating, type WorkItem } from './item'
export { toBring, walkingOrder, type Station, type Stop } from './order'
