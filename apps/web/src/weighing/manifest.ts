import type { Room } from '../shell/page'

export const weighingRoom: Room = {
  pages: [
    {
      path: 'weigh-in',
      title: 'Weigh-in',
      load: async () => (await import('./WeighInPage')).WeighInPage,
      of: ['animals', 'cohorts'],
    },
    {
      path: 'growth',
      title: 'Growth',
      load: async () => (await import('./GrowthPage')).GrowthPage,
      of: ['animals', 'cohorts'],
    },
    {
      path: 'growth/measure',
      title: 'Measure animals',
      load: async () => (await import('./MeasurePage')).MeasurePage,
      needs: 'write in the log',
    },
  ],
}
