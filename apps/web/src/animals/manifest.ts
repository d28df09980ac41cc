import type { Room } from '../shell/page'

export const animalsRoom: Room = {
  pages: [
    {
      path: 'animals',
      title: 'All animals',
      load: async () => (await import('./AnimalsPage')).AnimalsPage,
    },
    {
      path: 'animals/new',
      title: 'New animal',
      load: async () => (await import('./AnimalFormPage')).AnimalFormPage,
      needs: 'decide and plan',
    },
    {
      path: 'animals/cards',
      title: 'Animal cards',
      load: async () => (await import('./CardsPage')).CardsPage,
    },
    {
      path: 'animals/:id',
      title: 'Animal',
      load: async () => (await import('./AnimalPage')).AnimalPage,
    },
    {
      path: 'animals/:id/edit',
      title: 'Edit an animal',
      load: async () => (await import('./AnimalFormPage')).AnimalFormPage,
      needs: 'decide and plan',
    },
  ],
}
