import { placesApi } from '@hatch-book/contract'
import { finds, type Room } from '../shell/page'

export const placesRoom: Room = {
  pages: [
    {
      path: 'places',
      title: 'Places',
      load: async () => (await import('./PlacesPage')).PlacesPage,
    },
  ],
  finds: [
    finds(placesApi.list, ({ places }) => {
      const names = new Map(places.map((p) => [p.id, p.name]))
      return places
        .filter((p) => p.kind === 'tub' || p.kind === 'shelf')
        .map((p) => ({
          to: `/places?tub=${p.id}`,
          tag: p.name,
          says: p.parentId ? `${p.kind} in ${names.get(p.parentId) ?? '?'}` : p.kind,
        }))
    }),
  ],
  begins: [
    { name: 'Build a rack', to: '/places?build=1', also: 'new rack, tubs, shelf', needs: 'decide and plan' },
  ],
}
