import { coloniesApi } from '@hatch-book/contract'
import { finds, type Room } from '../shell/page'

export const coloniesRoom: Room = {
  pages: [
    {
      path: 'colonies',
      title: 'Colonies',
      load: async () => (await import('./ColoniesPage')).ColoniesPage,
      of: ['colonies'],
    },
    {
      path: 'colonies/:id',
      title: 'Colony',
      load: async () => (await import('./ColoniesPage')).ColoniesPage,
    },
  ],
  finds: [
    finds(coloniesApi.list, ({ colonies }) =>
      colonies.map((c) => ({ to: `/colonies/${c.id}`, tag: c.name, says: `colony, ${c.species}` })),
    ),
  ],
}
