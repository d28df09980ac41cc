import type { Room } from '../shell/page'

export const cohortsRoom: Room = {
  pages: [
    {
      path: 'cohorts/:id?',
      title: 'Cohorts',
      load: async () => (await import('./CohortsPage')).CohortsPage,
      of: ['cohorts'],
    },
    {
      path: 'cohorts/emergence',
      title: 'Emergence',
      load: async () => (await import('./EmergencePage')).EmergencePage,
      of: ['cohorts'],
    },
  ],
}
