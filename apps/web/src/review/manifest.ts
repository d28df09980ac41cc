import type { Room } from '../shell/page'

export const reviewRoom: Room = {
  pages: [
    {
      path: 'review',
      title: 'Review',
      load: async () => (await import('./ReviewPage')).ReviewPage,
    },
  ],
}
