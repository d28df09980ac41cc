import type { Room } from '../shell/page'

export const protocolsRoom: Room = {
  pages: [
    {
      path: 'protocols',
      title: 'Species',
      load: async () => (await import('./ProtocolsPage')).ProtocolsPage,
    },
    {
      path: 'protocols/new',
      title: 'New species',
      load: async () => (await import('./NewSpeciesPage')).NewSpeciesPage,
      needs: 'decide and plan',
    },
    {
      path: 'protocols/library',
      title: 'Species library',
      load: async () => (await import('./LibraryPage')).LibraryPage,
      needs: 'decide and plan',
    },
    {
      path: 'protocols/:id',
      title: 'Species',
      load: async () => (await import('./ProtocolPage')).ProtocolPage,
    },
  ],
}
