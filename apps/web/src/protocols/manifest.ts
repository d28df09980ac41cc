import { protocolsApi } from '@hatch-book/contract'
import { finds, type Room } from '../shell/page'

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
  finds: [
    finds(protocolsApi.list, ({ protocols }) =>
      protocols.map((p) => ({ to: `/protocols/${p.id}`, tag: p.species, says: 'species', also: p.latin })),
    ),
  ],
  begins: [
    { name: 'Add a species', to: '/protocols/new', also: 'new species, protocol', needs: 'decide and plan' },
  ],
}
