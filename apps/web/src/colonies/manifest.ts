import type { Room } from '../shell/page'

export const coloniesRoom: Room = {
  pages: [
    {
      path: 'colonies',
      title: 'Colonies',
      load: async () => (await import('./ColoniesPage')).ColoniesPage,
      of: ['colonies'],
    },
    {
      path: 'colonies/:id',
      title: 'Colony',
      load: async () => (await import('./ColoniesPage')).ColoniesPage,
    },
  ],
}
