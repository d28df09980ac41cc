import { pairingApi } from '@hatch-book/contract'
import { finds, type Room } from '../shell/page'

export const pairingRoom: Room = {
  pages: [
    {
      path: 'pairing',
      title: 'Pairings',
      load: async () => (await import('./PairingPage')).PairingPage,
      of: ['animals'],
      carries: ['species'],
    },
    {
      path: 'pairing/watch',
      title: 'Watch',
      load: async () => (await import('./WatchPage')).WatchPage,
      of: ['animals'],
      carries: ['species'],
    },
    {
      path: 'pairing/season',
      title: 'Season plan',
      load: async () => (await import('./SeasonPage')).SeasonPage,
      of: ['animals'],
      carries: ['species'],
    },
    {
      path: 'pairing/crosses',
      title: 'Crosses',
      load: async () => (await import('./CrossesPage')).CrossesPage,
      of: ['animals'],
      carries: ['species'],
    },
    {
      path: 'pairing/kin',
      title: 'Kin',
      load: async () => (await import('./KinPage')).KinPage,
      of: ['animals'],
      carries: ['species'],
    },
    {
      path: 'pairing/goals',
      title: 'Goals',
      load: async () => (await import('./GoalsPage')).GoalsPage,
      of: ['animals'],
      carries: ['species'],
    },
    {
      path: 'pairing/genes',
      title: 'Genes',
      load: async () => (await import('./GenesPage')).GenesPage,
      of: ['animals'],
      carries: ['species'],
    },
    {
      path: 'pairing/:id',
      title: 'Pairing',
      load: async () => (await import('./PairingPage')).PairingPage,
    },
  ],
  finds: [
    finds(pairingApi.list, ({ pairings }) =>
      pairings.map((p) => ({
        to: `/pairing/${p.id}`,
        tag: `${p.female.tag} × ${p.male.tag}`,
        says: `pairing, ${p.species}, ${p.state === 'apart' ? 'separated' : p.state}`,
      })),
    ),
  ],
  begins: [
    {
      name: 'Pair two animals',
      to: '/pairing?new=1',
      also: 'new pairing, introduce',
      needs: 'decide and plan',
    },
  ],
}
