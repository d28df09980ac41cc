import type { Room } from '../shell/page'

export const roundsRoom: Room = {
  pages: [
    {
      path: 'round',
      title: 'Round',
      load: async () => (await import('./RoundPage')).RoundPage,
    },
    {
      path: 'round/week',
      title: 'Coming up',
      load: async () => (await import('./WeekPage')).WeekPage,
    },
    {
      path: 'round/away',
      title: 'Away',
      load: async () => (await import('./AwayPage')).AwayPage,
    },
    {
      path: 'round/away/sheet',
      title: 'Sitter’s sheet',
      load: async () => (await import('./AwaySheetPage')).AwaySheetPage,
    },
  ],
}
