import { animalsApi } from '@hatch-book/contract'
import { calledOf } from '@hatch-book/core'
import { describeAnimal } from '../parts/identityWords'
import { finds, type Room } from '../shell/page'

export const animalsRoom: Room = {
  pages: [
    {
      path: 'animals',
      title: 'All animals',
      load: async () => (await import('./AnimalsPage')).AnimalsPage,
    },
    {
      path: 'animals/new',
      title: 'New animal',
      load: async () => (await import('./AnimalFormPage')).AnimalFormPage,
      needs: 'decide and plan',
    },
    {
      path: 'animals/cards',
      title: 'Animal cards',
      load: async () => (await import('./CardsPage')).CardsPage,
    },
    {
      path: 'animals/:id',
      title: 'Animal',
      load: async () => (await import('./AnimalPage')).AnimalPage,
    },
    {
      path: 'animals/:id/edit',
      title: 'Edit an animal',
      load: async () => (await import('./AnimalFormPage')).AnimalFormPage,
      needs: 'decide and plan',
    },
  ],
  finds: [
    finds(animalsApi.list, ({ animals }) =>
      animals.map((a) => ({
        to: `/animals/${a.id}`,
        tag: calledOf(a),
        says: [describeAnimal(a), a.line, a.place?.name, a.presence === 'here' ? '' : a.presence]
          .filter(Boolean)
          .join(', '),
      })),
    ),
  ],
  begins: [
    { name: 'Add an animal', to: '/animals/new', also: 'new animal, write down', needs: 'decide and plan' },
  ],
}
