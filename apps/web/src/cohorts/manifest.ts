import { cohortsApi } from '@hatch-book/contract'
import { finds, type Room } from '../shell/page'

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
  finds: [
    finds(cohortsApi.list, ({ cohorts }) =>
      cohorts.map((c) => ({
        to: `/cohorts/${c.id}`,
        tag: c.name,
        says: [
          c.kind === 'young' ? 'cohort' : c.kind,
          c.species,
          ...c.lines.map((l) => l.line),
          c.place?.name,
        ]
          .filter(Boolean)
          .join(', '),
      })),
    ),
  ],
}
