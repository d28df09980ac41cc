import type { Room } from '../shell/page'

export const rearingRoom: Room = {
  pages: [
    {
      path: 'rearing',
      title: 'Ladder',
      load: async () => (await import('./RearingPage')).RearingPage,
      of: ['animals'],
    },
    {
      path: 'rearing/meals',
      title: 'Meals',
      load: async () => (await import('./MealsPage')).MealsPage,
      of: ['animals'],
    },
    {
      path: 'rearing/first-meals',
      title: 'First meals',
      load: async () => (await import('./FirstMealsPage')).FirstMealsPage,
      of: ['animals'],
    },
    {
      path: 'rearing/recipes',
      title: 'Recipes',
      load: async () => (await import('./RecipesPage')).RecipesPage,
    },
    {
      path: 'rearing/sexing',
      title: 'Sexing',
      load: async () => (await import('./SexingPage')).SexingPage,
      of: ['animals'],
    },
    {
      path: 'rearing/holdbacks',
      title: 'Holdbacks',
      load: async () => (await import('./HoldbacksPage')).HoldbacksPage,
      of: ['animals'],
    },
    {
      path: 'rearing/holdbacks/:id',
      title: 'Holdbacks',
      load: async () => (await import('./HoldbacksPage')).HoldbacksPage,
    },
    {
      path: 'rearing/space',
      title: 'Tubs wanted',
      load: async () => (await import('./SpacePage')).SpacePage,
      of: ['animals'],
    },
    {
      path: 'rearing/:id',
      title: 'Young animal',
      load: async () => (await import('./RearingPage')).RearingPage,
    },
  ],
}
