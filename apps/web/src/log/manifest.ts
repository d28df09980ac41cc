import type { Room } from '../shell/page'

export const logRoom: Room = {
  pages: [
    {
      path: 'log',
      title: 'Log',
      load: async () => (await import('./LogPage')).LogPage,
    },
    {
      path: 'log/changes',
      title: 'What was changed',
      load: async () => (await import('./ChangesPage')).ChangesPage,
    },
  ],
}
