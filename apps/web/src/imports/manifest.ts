import type { Room } from '../shell/page'

export const importsRoom: Room = {
  pages: [
    {
      path: 'animals/import',
      title: 'Import a list',
      load: async () => (await import('./ImportPage')).ImportPage,
      needs: 'decide and plan',
    },
    {
      path: 'animals/import/:id',
      title: 'Imported list',
      load: async () => (await import('./ListPage')).ListPage,
    },
  ],
  begins: [
    {
      name: 'Bring in a list',
      to: '/animals/import',
      also: 'import csv, spreadsheet, file',
      needs: 'decide and plan',
    },
  ],
}
