import { RecipeChange, RecipeDraft, RecipeList } from '.'
import { route } from '../api/route'
import { Ok, WithId } from '../common'
import { Saved } from '../leaving'

export const recipesApi = {
  list: route({
    method: 'GET',
    path: '/api/recipes',
    permission: 'read the book',
    reply: RecipeList,
    reads: ['recipes', 'animals', 'protocols', 'rests'],
  }),
  add: route({
    method: 'POST',
    path: '/api/recipes',
    permission: 'decide and plan',
    body: RecipeDraft,
    reply: Saved,
    touches: ['recipes'],
  }),
  change: route({
    method: 'PATCH',
    path: '/api/recipes/:id',
    permission: 'decide and plan',
    params: WithId,
    body: RecipeChange,
    reply: Saved,
    touches: ['recipes'],
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/recipes/:id',
    permission: 'decide and plan',
    params: WithId,
    reply: Ok,
    touches: ['recipes'],
  }),
}
