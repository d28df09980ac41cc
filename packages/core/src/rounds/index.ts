export { planAbsence, type Absence, type AbsencePlan, type PlannedWork } from './absence'
export { dueWork, type Due, type DueFacts } from './due'
export { byUrgency, onDay, repeating, type WorkItem } from './item'
export { toBring, walkingOrder, type Station, type Stop } from './order'
