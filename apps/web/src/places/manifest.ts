import type { Room } from '../shell/page'

export const placesRoom: Room = {
  pages: [
    {
      path: 'places',
      title: 'Places',
      load: async () => (await import('./PlacesPage')).PlacesPage,
    },
  ],
}
