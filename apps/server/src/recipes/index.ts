export { recipeItems } from './made'
