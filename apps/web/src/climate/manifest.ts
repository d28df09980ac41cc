import type { Room } from '../shell/page'

export const climateRoom: Room = {
  pages: [
    {
      path: 'climate',
      title: 'Climate',
      load: async () => (await import('./ClimatePage')).ClimatePage,
    },
    {
      path: 'climate/:id',
      title: 'Climate of a place',
      load: async () => (await import('./PlaceClimatePage')).PlaceClimatePage,
    },
  ],
}
