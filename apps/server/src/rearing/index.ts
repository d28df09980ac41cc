export { leavingBy, leavingOf, salesSoFar, type Sales } from './departures'
export { mealDueOf } from './due'
export { mealsOf } from './meals'
