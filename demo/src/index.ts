export { BOOK_NAME, DEFAULT_DEMO_DAY, FIRST_DAY, LAST_DAY, MEMBERS, PASSWORD, SEED, ZONE } from './room'
export type { Author, DemoStep } from './steps'
export { demoIdentity, demoTimeline, type DemoIdentity } from './timeline'
