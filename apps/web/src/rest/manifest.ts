import type { Room } from '../shell/page'

export const restRoom: Room = {
  pages: [
    {
      path: 'rest',
      title: 'Rest',
      load: async () => (await import('./RestPage')).RestPage,
      of: ['rest'],
      carries: ['plan'],
    },
    {
      path: 'rest/new',
      title: 'New rest plan',
      load: async () => (await import('./NewRestPage')).NewRestPage,
      needs: 'decide and plan',
    },
    {
      path: 'rest/checks',
      title: 'Checks',
      load: async () => (await import('./ChecksPage')).ChecksPage,
      of: ['rest'],
      carries: ['plan'],
    },
    {
      path: 'rest/tubs',
      title: 'Rest tubs',
      load: async () => (await import('./TubsPage')).TubsPage,
      of: ['rest'],
      carries: ['plan'],
    },
    {
      path: 'rest/seasons',
      title: 'Who came through',
      load: async () => (await import('./SeasonsPage')).SeasonsPage,
      of: ['rest'],
      carries: ['plan'],
    },
    {
      path: 'rest/units',
      title: 'Cooling units',
      load: async () => (await import('./UnitsPage')).UnitsPage,
      of: ['rest'],
      carries: ['plan'],
    },
    {
      path: 'rest/units/:id',
      title: 'Cooling unit',
      load: async () => (await import('./UnitPage')).UnitPage,
    },
    {
      path: 'rest/weather',
      title: 'Weather',
      load: async () => (await import('./WeatherPage')).WeatherPage,
      of: ['rest'],
      carries: ['plan'],
    },
  ],
  begins: [
    {
      name: 'Plan a rest',
      to: '/rest/new',
      also: 'new rest, brumation, hibernation, cooling',
      needs: 'decide and plan',
    },
  ],
}
