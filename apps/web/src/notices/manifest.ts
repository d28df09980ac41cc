import type { Room } from '../shell/page'

export const noticesRoom: Room = {
  pages: [
    {
      path: 'messages',
      title: 'Messages',
      load: async () => (await import('./MessagesPage')).MessagesPage,
    },
  ],
}
