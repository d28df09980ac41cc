import type { Room } from '../shell/page'

export const booksRoom: Room = {
  pages: [
    {
      path: 'book',
      title: 'Settings',
      load: async () => (await import('./BookPage')).BookPage,
    },
    {
      path: 'book/members',
      title: 'Members',
      load: async () => (await import('./MembersPage')).MembersPage,
    },
    {
      path: 'book/you',
      title: 'Your account',
      load: async () => (await import('./YouPage')).YouPage,
    },
    {
      path: 'book/files',
      title: 'Files',
      load: async () => (await import('./FilesPage')).FilesPage,
    },
  ],
}
